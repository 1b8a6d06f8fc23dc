import { type WhyNot } from '../basket';
import { dateWords } from '../calendar';
import { type Discount, type DiscountGives } from '../catalog';
import { formatMoney } from '../money';
import { Exact } from '../number';

/** Why a code gives nothing, for customers. */
export function whyNotWords(why: WhyNot, currency: string): string {
  switch (why.kind) {
    case 'notYet':
      return `It can be used from ${dateWords(why.from)} on.`;
    case 'over':
      return `It could be used until ${dateWords(why.until)}.`;
    case 'otherGroup':
      return 'It is for other customers.';
    case 'usedUp':
      return 'It has been used as often as it can be.';
    case 'notTogether':
      return `It can’t be used together with ${why.with}.`;
    case 'nothingForIt':
      return 'Nothing that it is for is in the basket.';
    case 'tooLittle':
      return `What it is for must come to ${formatMoney(why.least, currency)}: ${formatMoney(why.missing, currency)} more.`;
    case 'noDelivery':
      return 'Delivery costs nothing anyway.';
  }
}

/** What a discount gives, in words. @param titleOf of a product at an address */
export function givesWords(gives: DiscountGives, currency: string, titleOf: (slug: string) => string): string {
  switch (gives.kind) {
    case 'percent':
      return `${gives.percent} % less`;
    case 'amount': {
      const amount = Exact.parse(gives.amount);
      return `${amount ? formatMoney(amount, currency) : gives.amount} less`;
    }
    case 'product':
      return `${gives.pieces === 1 ? titleOf(gives.product) : `${gives.pieces} × ${titleOf(gives.product)}`} for nothing`;
    case 'delivery':
      return 'free delivery';
  }
}

/** When a discount can be used, in words; empty for always. */
export function discountTimeWords({ from, until }: Pick<Discount, 'from' | 'until'>): string {
  return [from === null ? '' : `from ${dateWords(from)}`, until === null ? '' : `until ${dateWords(until)}`]
    .filter(Boolean)
    .join(' ');
}
