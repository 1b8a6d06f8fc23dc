import { Exact } from '../../number';
import { type CutPlan, type LotKind, type LotStock, type Pieces } from './lots';

/** Pieces of one length, as plain data. */
export type WrittenPieces = readonly [length: string, count: number];

/** A cutting task as plain data, which names it, too. */
export interface WrittenTask {
  readonly kind: LotKind;
  readonly kerf: string;
  readonly smallestOffcut: string | null;
  readonly lots: readonly (readonly [id: number, free: string])[];
  readonly pieces: readonly WrittenPieces[];
}

/** A plan for such a task as plain data: lots by their number. */
export interface WrittenPlan {
  readonly cuts: readonly {
    readonly lot: number;
    readonly pieces: readonly WrittenPieces[];
    readonly left: string;
    readonly kept: boolean;
  }[];
  readonly unplaced: readonly WrittenPieces[];
  readonly waste: string;
  readonly leastWaste: string;
  readonly isProved: boolean;
}

const piecesWritten = (pieces: readonly Pieces[]): WrittenPieces[] =>
  pieces.map(({ length, count }) => [length.toString(), count]);

const piecesRead = (written: readonly WrittenPieces[]): Pieces[] =>
  written.map(([length, count]) => ({ length: Exact.from(length), count }));

/** Writes a cutting task as plain data. */
export const taskWritten = (
  { kind, kerf, smallestOffcut, lots }: LotStock,
  pieces: readonly Pieces[],
): WrittenTask => ({
  kind,
  kerf: kerf.toString(),
  smallestOffcut: smallestOffcut?.toString() ?? null,
  lots: lots.map(({ id, free }) => [id, free.toString()]),
  pieces: piecesWritten(pieces),
});

/** Reads a cutting task; its lots have no labels, as no plan depends on them. */
export const taskRead = ({ kind, kerf, smallestOffcut, lots, pieces }: WrittenTask): [LotStock, Pieces[]] => [
  {
    kind,
    kerf: Exact.from(kerf),
    smallestOffcut: smallestOffcut === null ? null : Exact.from(smallestOffcut),
    lots: lots.map(([id, free]) => ({ id, label: '', free: Exact.from(free) })),
  },
  piecesRead(pieces),
];

/** Writes a plan as plain data. */
export const planWritten = ({ cuts, unplaced, waste, leastWaste, isProved }: CutPlan): WrittenPlan => ({
  cuts: cuts.map(({ lot, pieces, left, kept }) => ({
    lot: lot.id,
    pieces: piecesWritten(pieces),
    left: left.toString(),
    kept,
  })),
  unplaced: piecesWritten(unplaced),
  waste: waste.toString(),
  leastWaste: leastWaste.toString(),
  isProved,
});

/** Reads a plan for the lots of a stock item. @throws Error where it names a lot that is not among them */
export const planRead = (
  { lots }: Pick<LotStock, 'lots'>,
  { cuts, unplaced, waste, leastWaste, isProved }: WrittenPlan,
): CutPlan => ({
  cuts: cuts.map(({ lot: id, pieces, left, kept }) => {
    const lot = lots.find((known) => known.id === id);
    if (!lot) throw new Error(`a plan cuts from lot ${id}, which is not there`);
    return { lot, pieces: piecesRead(pieces), left: Exact.from(left), kept };
  }),
  unplaced: piecesRead(unplaced),
  waste: Exact.from(waste),
  leastWaste: Exact.from(leastWaste),
  isProved,
});
