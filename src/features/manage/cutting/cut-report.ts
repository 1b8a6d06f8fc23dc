import { Exact } from '@/core/number';
import { freeAfter, type Pieces } from '@/core/stock';
import { type CutReport, type CuttingJob } from '@/services/stock/ledger/cutting';

/** Pieces of one length and the lot they are cut from, as they stand on the page. */
export interface CutRow {
  readonly lot: number | null;
  readonly length: string;
  readonly count: number;
}

const piecesOf = ({ length, count }: CutRow): Pieces => ({ length: Exact.from(length), count });

/** Puts one piece of a row on a row of its own, so that it can be cut from another lot. */
export function splitRow(rows: readonly CutRow[], index: number): CutRow[] {
  const row = rows[index];
  if (!row || row.count < 2) return [...rows];
  return [...rows.slice(0, index), { ...row, count: row.count - 1 }, { ...row, count: 1 }, ...rows.slice(index + 1)];
}

/** What is cut from one lot, and what should be left of it. */
export interface LotUse {
  readonly lot: CuttingJob['lots'][number];
  readonly rows: readonly CutRow[];
  readonly left: Exact;
  /** whether the pieces, with the cuts between them, are longer than what is free of the lot */
  readonly tooLong: boolean;
}

/** The lots that rows are cut from, in the order of the lots. */
export function usesOf({ lots, kerf }: Pick<CuttingJob, 'lots' | 'kerf'>, rows: readonly CutRow[]): LotUse[] {
  const cut = Exact.from(kerf);
  return lots.flatMap((lot) => {
    const own = rows.filter((row) => row.lot === lot.id);
    if (own.length === 0) return [];
    const needed = own
      .map(piecesOf)
      .reduce((sum, { length, count }) => sum.plus(length.plus(cut).times(Exact.of(count))), Exact.zero)
      .minus(cut);
    return [
      {
        lot,
        rows: own,
        left: freeAfter(Exact.from(lot.left), own.map(piecesOf), cut),
        tooLong: needed.isMore(Exact.from(lot.free)),
      },
    ];
  });
}

/**
 * The report that the rows make.
 *
 * @param measured what was measured of a lot, by its id, as typed
 */
export function reportOf(uses: readonly LotUse[], measured: Readonly<Record<number, string>>): CutReport {
  return {
    cuts: uses.map(({ lot, rows }) => ({
      lot: lot.id,
      pieces: rows.map(({ length, count }) => ({ length, count })),
      left: measured[lot.id]?.trim() || null,
    })),
  };
}
