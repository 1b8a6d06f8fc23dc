import { type Given, type Kind, type Oblong, type Spot, type Way, waysToLie } from './sheet';

/** So many ways to choose four blocks are looked through at most. */
const MOST_WAYS = 20_000;

/** A way to lie, and a part of the sheet that is covered with it from its upper left corner. */
interface Block extends Oblong {
  readonly way: Way;
  readonly x: number;
  readonly y: number;
}

const across = ({ width, way }: Block): number => Math.max(0, Math.floor(width / way.width));
const down = ({ height, way }: Block): number => Math.max(0, Math.floor(height / way.height));

const spotsIn = (block: Block, most: number): Spot[] =>
  Array.from({ length: Math.min(most, across(block) * down(block)) }, (_, index) => ({
    ...block.way,
    x: block.x + (index % across(block)) * block.way.width,
    y: block.y + Math.floor(index / across(block)) * block.way.height,
  }));

/**
 * Pieces that are alike in blocks of rows: one block, two beside each other or one below the other, the second turned,
 * or four around a middle, as the sails of a mill.
 */
export function inBlocks({ kind, count, ...size }: Kind, sheet: Oblong, mayTurn: boolean): Given[] {
  const ways = waysToLie(size, mayTurn);
  let best: readonly Block[] = [];
  let most = 0;
  for (const first of ways)
    for (const second of ways)
      for (const blocks of blocksOf(first, second, sheet, count)) {
        const held = blocks.reduce((sum, block) => sum + across(block) * down(block), 0);
        if (held > most) [best, most] = [blocks, held];
      }
  return best
    .flatMap((block) => spotsIn(block, count))
    .slice(0, count)
    .map((spot) => ({ ...spot, kind }));
}

function* blocksOf(first: Way, second: Way, sheet: Oblong, count: number): Generator<readonly Block[]> {
  yield* inTwo(first, second, sheet, count);
  if (first !== second) yield* inFour(first, second, sheet);
}

function* inTwo(first: Way, second: Way, { width, height }: Oblong, count: number): Generator<readonly Block[]> {
  // More columns or rows than there are pieces are never wanted.
  const most = (whole: number, part: number) => Math.min(count, Math.floor(whole / part)) * part;
  for (let wide = most(width, first.width); wide >= 0; wide -= first.width)
    yield [
      { way: first, x: 0, y: 0, width: wide, height },
      { way: second, x: wide, y: 0, width: width - wide, height },
    ];
  for (let high = most(height, first.height); high >= 0; high -= first.height)
    yield [
      { way: first, x: 0, y: 0, width, height: high },
      { way: second, x: 0, y: high, width, height: height - high },
    ];
}

/** A block in two corners opposite each other, the other way to lie in the other two. */
function* inFour(first: Way, second: Way, sheet: Oblong): Generator<readonly Block[]> {
  const { width, height } = sheet;
  const [columns, rows] = [Math.floor(width / first.width), Math.floor(height / first.height)];
  if ((columns * rows) ** 2 > MOST_WAYS) return;
  for (let a = 1; a <= columns; a += 1)
    for (let b = 1; b <= rows; b += 1)
      for (let c = 1; c <= columns; c += 1)
        for (let d = 1; d <= rows; d += 1) {
          const head = { width: a * first.width, height: b * first.height };
          const foot = { width: c * first.width, height: d * first.height };
          const [left, top] = [width - foot.width, height - foot.height];
          // The two of them, and what lies in the other corners, must not meet.
          if ((head.width > left && head.height > top) || (head.width < left && head.height < top)) continue;
          yield [
            { way: first, x: 0, y: 0, ...head },
            { way: first, x: left, y: top, ...foot },
            { way: second, x: head.width, y: 0, width: width - head.width, height: top },
            { way: second, x: 0, y: head.height, width: left, height: height - head.height },
          ];
        }
}
