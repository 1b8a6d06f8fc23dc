import { type KitProgram, type Program } from '../../compile';
import { runFor, type UsualPrices, usualPrices } from '../../run';

/** What a kit has in its places usually. @param group of the customer */
export const usuallyIn = (program: Program, today: string, group: string | null): UsualPrices =>
  usualPrices(program, program.defaultQuantity, runFor({ today, group }));

/** What is in a slot usually costs, in major units; nothing where nothing is. @param choice position of the slot's */
export function usualInSlot({ slots }: KitProgram, choice: number, usual: UsualPrices | null): number {
  const component = slots.find((slot) => slot.choice === choice)?.component;
  return (component && usual?.get(component)?.alone.toApproximateNumber()) ?? 0;
}
