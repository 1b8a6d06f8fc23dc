import { type ComponentProgram, inNumbers, type Program, programWith } from '../../compile';
import { type BrokenAmount } from '../../compile/program';
import { Exact } from '../../number';
import { ANY_QUANTITY, orderable } from '../../ordering';
import { type BreaksProgram, stepAt } from '../../pricing';
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

/** Pieces that follow each other and cost the same, of graduated breaks. */
export interface AlikePieces {
  /** the place of the first */
  readonly from: number;
  readonly count: number;
}

/**
 * Parts so many pieces where graduated breaks change: all of them together cost what each would alone.
 *
 * @returns null where breaks count what is measured, so that a step may begin within a piece
 */
export function alikePieces({ breaks }: Program, count: number): readonly AlikePieces[] | null {
  const graduated = breaks.filter(({ counting }) => counting === 'graduated');
  if (graduated.some(({ over }) => over === 'measure')) return null;
  const beyond = graduated.flatMap(({ steps }) => steps.map(({ from }) => Number(from.floor()) + 1));
  const starts = [...new Set([1, ...beyond.filter((piece) => piece <= count)])].sort((one, other) => one - other);
  return starts.map((from, place) => ({ from, count: (starts[place + 1] ?? count + 1) - from }));
}

const pieced = new Known<Program, Program>();

/** A product that costs in any number what the piece at this place costs in graduated breaks; the same each time. */
export const atPiece = (program: Program, piece: number): Program =>
  piece === 1 ? program : pieced.of(program, piece, () => madeAtPiece(program, Exact.of(piece)));

function madeAtPiece(program: Program, piece: Exact): Program {
  const only = (table: BreaksProgram): BreaksProgram => {
    if (table.counting !== 'graduated') return table;
    const step = stepAt(table, piece);
    return { ...table, steps: step ? [{ ...step, from: Exact.zero }] : [] };
  };
  const ofAmount = ({ table, amounts }: BrokenAmount): BrokenAmount => {
    if (table.counting !== 'graduated') return { table, amounts };
    const step = stepAt(table, piece);
    return { table: only(table), amounts: amounts.filter((_, index) => table.steps[index] === step) };
  };
  const ofTable = (breaks: BreaksProgram | null) => breaks && only(breaks);
  return programWith(program, {
    base: { ...program.base, breaks: ofTable(program.base.breaks) },
    variants: new Map([...program.variants].map(([key, one]) => [key, { ...one, breaks: ofTable(one.breaks) }])),
    choices: program.choices.map((choice) => ({
      ...choice,
      effects: choice.effects.map((effect) => ({ ...effect, breaks: effect.breaks && ofAmount(effect.breaks) })),
    })),
  });
}

const numbered = new Known<Program, Program>();

/** A product in one number and no other; the same program each time, so that what is known of it is known again. */
export const inNumber = (program: Program, count: number): Program =>
  numbered.of(program, count, () =>
    programWith(program, {
      quantities: inNumbers(orderable({ ...ANY_QUANTITY, minimum: count, maximum: count })),
      defaultQuantity: count,
    }),
  );
