import { type Analysis, type Anew, type Change, type PriceCoverage, type PriceEnd, type Stage } from '../analysis';
import { dayWords, parseDay } from '../calendar';
import { formatMoney } from '../money';
import { Exact, groupDigits } from '../number';

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

/** What would do in the place of something typed: `at most 4 characters`, `a day from 1 June 2027 on`. */
function anewWords(anew: Anew): string {
  if (anew.kind === 'characters') {
    const { least, most } = anew;
    const characters = (count: number) => `${count} ${count === 1 ? 'character' : 'characters'}`;
    if (least !== null && most !== null) return least === most ? characters(most) : `${least} to ${characters(most)}`;
    if (most !== null) return `at most ${characters(most)}`;
    return least === null ? 'another text' : `at least ${characters(least)}`;
  }
  const day = (text: string | null) => (text === null ? '' : dayWords(parseDay(text) ?? 0));
  if (anew.first !== null && anew.last !== null)
    return anew.first === anew.last ? day(anew.last) : `a day from ${day(anew.first)} to ${day(anew.last)}`;
  if (anew.last !== null) return `a day up to ${day(anew.last)}`;
  return anew.first === null ? 'another day' : `a day from ${day(anew.first)} on`;
}

/** Which earlier answers to change, as a sentence: `To keep what you chose last, change Cover from Reed to Felt.` */
export function changeWords(changes: readonly Pick<Change, 'title' | 'from' | 'toWords' | 'anew'>[]): string {
  const parts = changes.map(({ title, from, toWords, anew }) => {
    if (anew) return `give ${title} ${anewWords(anew)} instead of “${from}”`;
    return toWords === '' ? `leave out ${title}` : `change ${title} from ${from} to ${toWords}`;
  });
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

/** How many selections can be sold, as far as that is known; null while it is not. */
export function countWords({
  selections,
  selectionsBetween,
}: Pick<Analysis, 'selections' | 'selectionsBetween'>): string | null {
  if (selections !== null) return selectionsWords(selections);
  if (!selectionsBetween) return null;
  const [least, most] = selectionsBetween;
  return least === '0'
    ? `at most ${selectionsWords(most)}`
    : `${selectionsWords(least).replace(/ selections?$/, '')} to ${selectionsWords(most)}`;
}

const list = (titles: readonly string[]) =>
  titles.length < 2 ? titles.join('') : `${titles.slice(0, -1).join(', ')} and ${titles.at(-1)}`;

/** How far an end of the price range is proved; null where it is. */
function endWords(side: 'lowest' | 'highest', coverage: PriceCoverage, currency: string): string | null {
  switch (coverage.kind) {
    case 'proved':
      return null;
    case 'open':
      return `${list(coverage.titles)} ${coverage.titles.length === 1 ? 'has' : 'have'} no ${side === 'lowest' ? 'end' : 'most'}, so prices can be ${side === 'lowest' ? 'lower' : 'higher'} than the ${side} that stands here.`;
    case 'within': {
      const bound = coverage.bound === null ? null : Exact.parse(coverage.bound);
      const limit = bound
        ? ` It can’t be ${side === 'lowest' ? 'lower' : 'higher'} than ${formatMoney(bound, currency)}.`
        : '';
      return `The ${side} price is the ${side} that was found, and not proved to be the ${side} there is.${limit}`;
    }
  }
}

type Covered = Pick<Analysis, 'cutShort' | 'gaps' | 'asOf' | 'unsettled' | 'belowNothing' | 'skusLeftInside'> & {
  readonly lowest: Pick<PriceEnd, 'coverage'> | null;
  readonly highest: Pick<PriceEnd, 'coverage'> | null;
};

/** What could not be proved, in sentences; none where everything that is claimed is. */
export function coverageWords(
  { cutShort, gaps, asOf, unsettled, belowNothing, skusLeftInside, lowest, highest }: Covered,
  currency: string,
): string[] {
  const ends = [
    lowest && endWords('lowest', lowest.coverage, currency),
    highest && endWords('highest', highest.coverage, currency),
  ].filter((sentence) => sentence !== null);
  const sentences = [...ends];
  if (unsettled.length > 0)
    sentences.push(
      `Formulas refuse some answers to ${list(unsettled.map((title) => title ?? 'how many are taken'))}. What is said to be impossible is proved for all of them; whether everything else can be had was looked at where something changes, and halfway between.`,
    );
  const day = asOf === null ? null : parseDay(asOf);
  if (day !== null) sentences.push(`Rules ask what day it is: this is true of ${dayWords(day)}.`);
  for (const gap of gaps)
    sentences.push(
      `${gapTitle(gap)} is worked out from more answers than could be gone through: what it refuses is not left out of these figures.`,
    );
  if (belowNothing)
    sentences.push('Selections with a price below nothing are counted here, though they can’t be sold.');
  if (skusLeftInside)
    sentences.push(
      'SKUs of selections that differ only in what is chosen of the things inside are not compared here: the pages of those things say which of theirs are the same.',
    );
  const others = cutShort.filter((stage) => stage !== 'prices' || ends.length === 0);
  if (others.length > 0)
    sentences.push(
      `This took longer than it may: not all was found out about ${others.map(stageWords).join(', and ')}. What stands here is true all the same.`,
    );
  return sentences;
}

/** What could not be gone through. */
function gapTitle(gap: Analysis['gaps'][number]): string {
  switch (gap.kind) {
    case 'formulaTooWide':
    case 'slotTooWide':
    case 'textTooWide':
      return gap.title;
    case 'weightTooWide':
      return 'What it weighs';
    case 'onceInside':
      return 'What is paid once for what is inside';
  }
}
