import { type ComponentProgram, inNumbers, type Program, programWith } from '../compile';
import { ANY_QUANTITY, orderable } from '../ordering';
import { Known } from './known';

/** So many numbers of a part are looked at one by one. */
const MOST_COUNTS = 12;

/** All numbers in which a part can come; null where they are too many to be looked at one by one. */
export function allCounts({ least, most }: ComponentProgram['quantity']): readonly number[] | null {
  return most - least < MOST_COUNTS ? Array.from({ length: most - least + 1 }, (_, step) => least + step) : null;
}

/** The numbers of a part that are looked at: all of them, or the ends and the usual one, rising. */
export const countsOf = (quantity: ComponentProgram['quantity']): readonly number[] =>
  allCounts(quantity) ??
  [...new Set([quantity.least, quantity.usual, quantity.most])].sort((one, other) => one - other);

/** Whether pieces cost otherwise than the first, because a graduated step can begin among them. */
export const isGraduated = ({ breaks }: Program, count: number): boolean =>
  count > 1 && breaks.some(({ counting }) => counting === 'graduated');

const numbered = new Known<Program, Program>();

/** A product in one number and no other; the same program each time, so that what is known of it is known again. */
export const inNumber = (program: Program, count: number): Program =>
  numbered.of(program, count, () =>
    programWith(program, {
      quantities: inNumbers(orderable({ ...ANY_QUANTITY, minimum: count, maximum: count })),
      defaultQuantity: count,
    }),
  );
