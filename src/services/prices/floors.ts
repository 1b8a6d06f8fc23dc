import { inBackground } from '../background/pool';
import { Refusal } from '../refusal';
import { type BelowFloor, type FloorsAsked } from '../figures/margins';

/** So many products are looked at together. */
const AT_ONCE = 12;

/**
 * Looks beforehand which products fall below their floor with a change. What can't be looked through in time is not told
 * of: it is found out where the product is edited.
 */
export async function fallingBelow({ sides, ...given }: FloorsAsked): Promise<BelowFloor[]> {
  const found: BelowFloor[] = [];
  for (let start = 0; start < sides.length; start += AT_ONCE) found.push(...(await together(sides.slice(start, start + AT_ONCE), given)));
  return found;
}

async function together(sides: FloorsAsked['sides'], given: Omit<FloorsAsked, 'sides'>): Promise<BelowFloor[]> {
  try {
    return await inBackground('marginsBelow', { sides, ...given }, 'What products earn');
  } catch (error) {
    if (!(error instanceof Refusal) || error.code !== 'tookTooLong') throw error;
    if (sides.length === 1) return [];
    const half = Math.ceil(sides.length / 2);
    return [...(await together(sides.slice(0, half), given)), ...(await together(sides.slice(half), given))];
  }
}

/**
 * @param words what is done, such as “With these lists”
 * @param accepted how many products were seen to fall below their floor
 * @throws Refusal 409 `belowFloor` where more do, with which they are in its details
 */
export function requireAccepted(below: readonly BelowFloor[], accepted: number, words: string): void {
  const [first] = below;
  if (!first || below.length <= accepted) return;
  const others = below.length > 1 ? ` So do selections of ${below.length - 1} more.` : '';
  throw new Refusal(409, 'belowFloor', `${words} a selection of ${first.title} falls below its floor. ${first.words}${others}`, { below });
}
