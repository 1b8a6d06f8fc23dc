import { type ComponentProgram, inNumbers, type Program, programWith } from '../compile';
import { ANY_QUANTITY, orderable } from '../ordering';

/** So many numbers of a part are looked at one by one. */
const MOST_COUNTS = 12;

/** All numbers in which a part can come; null where they are too many to be looked at one by one. */
export function allCounts({ least, most }: ComponentProgram['quantity']): readonly number[] | null {
  return most - least < MOST_COUNTS ? Array.from({ length: most - least + 1 }, (_, step) => least + step) : null;
}

/** Whether pieces cost otherwise than the first, because a graduated step can begin among them. */
export const isGraduated = ({ breaks }: Program, count: number): boolean =>
  count > 1 && breaks.some(({ counting }) => counting === 'graduated');

const numbered = new WeakMap<Program, Map<number, Program>>();

/** A product in one number and no other; the same program each time, so that what is known of it is known again. */
export function inNumber(program: Program, count: number): Program {
  const known = numbered.get(program) ?? new Map<number, Program>();
  numbered.set(program, known);
  const made =
    known.get(count) ??
    programWith(program, {
      quantities: inNumbers(orderable({ ...ANY_QUANTITY, minimum: count, maximum: count })),
      defaultQuantity: count,
    });
  known.set(count, made);
  return made;
}
