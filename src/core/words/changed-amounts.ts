import { type ChangedAmount, type PriceSaid, type Whereabouts } from '../judge/changed-amounts';
import { formatMoney } from '../money';
import { unitByCode } from '../quantity';
import { breaksWords } from './breaks';
import { firstCapital } from '../text';
import { amountWords, lineValueWords } from './working';

/** What differs in a price, as a sentence: `Cloth colour, Moss: +€3.00, was +€2.00.` */
export function changedAmountWords({ where, before, after }: ChangedAmount, currency: string): string {
  const [was, is] = [said(before, currency), said(after, currency)];
  // Where a formula comes to the same for what is selected at the beginning, its arithmetic is another.
  return `${whereWords(where)}: ${was === is ? 'worked out otherwise' : `${is}, was ${was}`}.`;
}

const NAMED = { price: 'price', breaks: 'quantity breaks', offTheParts: 'off the parts' } as const;

/** The first word stands at the beginning of a sentence. */
function whereWords(where: readonly Whereabouts[]): string {
  const words = where.map((one) =>
    typeof one === 'string' ? one : 'named' in one ? NAMED[one.named] : `from ${one.from}`,
  );
  const text = words.join(', ');
  return typeof where[0] === 'string' ? text : firstCapital(text);
}

function said(price: PriceSaid | null, currency: string): string {
  switch (price?.kind) {
    case undefined:
      return 'nothing';
    case 'amount':
      return amountWords(price.amount, currency) || 'nothing';
    case 'money':
      return `${formatMoney(price.value, currency)}${price.per === null ? '' : ` / ${unitByCode(price.per)?.symbol ?? price.per}`}`;
    case 'percent':
      return `${price.value} % off`;
    case 'breaks':
      return breaksWords(price.breaks, currency, price.unit === null ? null : (unitByCode(price.unit) ?? null));
    case 'result':
      return price.value ? `${lineValueWords(price.value, currency)} to begin with` : 'not worked out to begin with';
  }
}
