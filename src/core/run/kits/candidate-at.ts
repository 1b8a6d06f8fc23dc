import { type CandidateProgram, type Program } from '../../compile';
import { placeOfEntry } from '../../selection';

/**
 * The product that stands in a place of another, as a part or in a slot; undefined where it can't stand there. @param
 * part the place, as a resolution names it
 */
export function candidateAt(
  { kit }: Pick<Program, 'kit'>,
  part: string,
  product: string,
): CandidateProgram | undefined {
  const slot = placeOfEntry(part)?.slot;
  const component =
    slot === undefined
      ? kit?.components.find(({ key }) => key === part)
      : kit?.slots.find((one) => one.component.key === slot)?.component;
  return component?.candidates.find((one) => one.product === product);
}
