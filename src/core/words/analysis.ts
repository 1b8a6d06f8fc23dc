import { type Analysis, type Stage } from '../analysis/analyse';
import { type Change } from '../analysis/next-click';
import { groupDigits } from '../number';

/** Numbers with more digits are written as a power of ten. */
const MOST_DIGITS = 15;

const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹';

/** A number of selections: `1 selection`, `1 440 selections`, `about 6.2 × 10³³ selections`. */
export function selectionsWords(count: string): string {
  if (count === '1') return '1 selection';
  if (count.length <= MOST_DIGITS) return `${groupDigits(count, '\u202f')} selections`;
  const [figure = '', power = ''] = Number(count).toExponential(1).split('e+');
  return `about ${figure} × 10${[...power].map((digit) => RAISED[Number(digit)]).join('')} selections`;
}

/** Which earlier answers to change, as a sentence: `To keep what you chose last, change Cover from Reed to Felt.` */
export function changeWords(changes: readonly Pick<Change, 'title' | 'from' | 'toWords'>[]): string {
  const parts = changes.map(({ title, from, toWords }) => (toWords === '' ? `leave out ${title}` : `change ${title} from ${from} to ${toWords}`));
  const list = parts.length < 2 ? parts.join('') : `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}`;
  return `To keep what you chose last, ${list}.`;
}

const STAGE: Readonly<Record<Stage, string>> = {
  options: 'which options can never be chosen',
  rules: 'which rules never fire',
  contradictions: 'which rules say opposite things',
  prices: 'the lowest and the highest price',
  skus: 'which selections share an SKU',
  count: 'how many selections there are',
};

export const stageWords = (stage: Stage): string => STAGE[stage];

/** What the figures cover, and what could not be proved, in sentences. */
export function coverageWords({ covered, cutShort, gaps, belowNothing }: Pick<Analysis, 'covered' | 'cutShort' | 'gaps' | 'belowNothing'>): string[] {
  const sentences = covered.map(({ title, openAbove }) => `${title} was looked at where its limits are and where rules change, not at every value between.${openAbove ? ' It has no most, so prices can be higher than what stands here.' : ''}`);
  for (const { title } of gaps) sentences.push(`${title} is worked out from more answers than could be gone through: what it refuses is not left out of these figures.`);
  if (belowNothing) sentences.push('Selections with a price below nothing are counted here, though they can’t be sold.');
  if (cutShort.length > 0) sentences.push(`This took longer than it may: not all was found out about ${cutShort.map(stageWords).join(', and ')}. What stands here is true all the same.`);
  return sentences;
}
