import { type Effort, fillSheet } from './fill-sheet';
import { areaOf, fits, type Kind, type Oblong, waysToLie } from './sheet';

/** A sheet that pieces are made from, in millimetres. */
export interface NestingSheet extends Oblong {
  /** kept free along its edges */
  readonly edge: number;
  /** between two pieces at least */
  readonly gap: number;
  /** whether pieces may lie turned by a quarter */
  readonly mayTurn: boolean;
}

/** Pieces of one size, in millimetres. */
export interface NestedPieces extends Oblong {
  readonly count: number;
}

/** A piece on its sheet: its upper left corner from that of the sheet, in millimetres. */
export interface NestedPiece {
  /** which of the sizes it is of, from 0 */
  readonly of: number;
  readonly x: number;
  readonly y: number;
  /** by a quarter clockwise */
  readonly isTurned: boolean;
}

/** Pieces laid on as few sheets as were found. */
export interface Nesting {
  readonly sheets: readonly (readonly NestedPiece[])[];
  /** no way needs fewer sheets than these */
  readonly least: number;
  /** of all sheets, the part that pieces cover, from 0 to 1 */
  readonly used: number;
  /** of each size, how many are not laid: larger than a sheet, or beyond {@link MOST_NESTED} */
  readonly left: readonly number[];
}

/** So many pieces are laid at most. */
export const MOST_NESTED = 2000;

/** So much is tried at most, as looks at a free part: about a tenth of a second. */
const LOOKS = 500_000;

/** Steps that lengths are counted in, so that sums are exact. */
const STEPS = 1000;

const stepsUp = (length: number): number => Math.ceil(length * STEPS - 1e-6);
const stepsDown = (length: number): number => Math.floor(length * STEPS + 1e-6);

/**
 * Lays pieces on sheets, one sheet after the other, each covered as far as a way was found. The same for the same
 * pieces, always.
 */
export function nest(pieces: readonly NestedPieces[], sheet: NestingSheet): Nesting {
  const gap = stepsUp(sheet.gap);
  const edge = stepsUp(sheet.edge);
  // A piece with the gap behind it, and room for the gap behind the last.
  const room: Oblong = {
    width: stepsDown(sheet.width) - 2 * edge + gap,
    height: stepsDown(sheet.height) - 2 * edge + gap,
  };
  const left = pieces.map(({ count }) => Math.max(0, Math.ceil(count)));
  const sizes = pieces.map(({ width, height }) => ({ width: stepsUp(width) + gap, height: stepsUp(height) + gap }));
  const isLaid = sizes.map(
    (size) => size.width > gap && size.height > gap && waysToLie(size, sheet.mayTurn).some((way) => fits(way, room)),
  );
  let budget = MOST_NESTED;
  const wanted = left.map((count, of) => {
    const taken = isLaid[of] ? Math.min(count, budget) : 0;
    budget -= taken;
    return taken;
  });
  const kindsOf = (counts: readonly number[]): Kind[] =>
    sizes.flatMap((size, kind) => ((counts[kind] ?? 0) > 0 ? [{ ...size, kind, count: counts[kind] ?? 0 }] : []));
  const all = kindsOf(wanted);
  const effort: Effort = { looks: LOOKS };
  const sheets: NestedPiece[][] = [];
  for (let kinds = all; kinds.length > 0; kinds = kindsOf(wanted)) {
    const spots = fillSheet(kinds, room, sheet.mayTurn, effort);
    if (spots.length === 0) throw new Error('a piece that fits on a sheet was not laid on an empty one');
    for (const { kind } of spots) for (const still of [wanted, left]) still[kind] = (still[kind] ?? 0) - 1;
    sheets.push(
      spots.map(({ kind, x, y, isTurned }) => ({
        of: kind,
        x: (x + edge) / STEPS,
        y: (y + edge) / STEPS,
        isTurned,
      })),
    );
  }
  const covered = all.reduce((sum, { kind, count }) => sum + count * areaOf(pieces[kind] ?? NOTHING), 0);
  return {
    sheets,
    least: leastSheets(all, room, sheet.mayTurn),
    used: sheets.length === 0 ? 0 : covered / (sheets.length * areaOf(sheet)),
    left,
  };
}

const NOTHING: Oblong = { width: 0, height: 0 };

/** So many sheets are needed at least: by area, and as what is larger than half a sheet both ways lies alone. */
function leastSheets(kinds: readonly Kind[], room: Oblong, mayTurn: boolean): number {
  if (kinds.length === 0) return 0;
  const area = kinds.reduce((sum, kind) => sum + kind.count * areaOf(kind), 0);
  const liesAlone = (kind: Kind) =>
    waysToLie(kind, mayTurn)
      .filter((way) => fits(way, room))
      .every((way) => way.width * 2 > room.width && way.height * 2 > room.height);
  const alone = kinds.reduce((sum, kind) => sum + (liesAlone(kind) ? kind.count : 0), 0);
  return Math.max(Math.ceil(area / areaOf(room)), alone);
}
