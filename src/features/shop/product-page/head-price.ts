import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { type ResolutionJson } from '@/core/exchange';

/**
 * What stands where a product's price stands: what one costs as it is chosen, with a word before or after, or what the
 * shop's list says.
 */
export type HeadPrice =
  | { readonly kind: 'price'; readonly amount: string; readonly before: 'from' | null; readonly after: 'so far' | null }
  | { readonly kind: 'list'; readonly words: string };

/**
 * What a product costs as it is chosen now, without claiming a price that nothing costs: while something is still to be
 * answered, the least there is, as the shop's list says it, and of what has been chosen how much it comes to so far.
 *
 * @param listed    what the shop's list says, `€20.00`, `from €20.00`, `€20.00 – €30.00`; null where it says nothing
 * @param untouched whether nothing has been answered yet
 */
export function headPrice(
  { state, unitPrice, currency }: Pick<ResolutionJson, 'state' | 'unitPrice' | 'currency'>,
  listed: string | null,
  untouched: boolean,
): HeadPrice | null {
  if (unitPrice === null) return listed === null ? null : { kind: 'list', words: listed };
  const price = (before: 'from' | null, after: 'so far' | null): HeadPrice => ({
    kind: 'price',
    amount: unitPrice,
    before,
    after,
  });
  if (state !== 'incomplete') return price(null, null);
  if (!untouched || listed === null) return price(null, 'so far');
  const money = formatMoney(Exact.from(unitPrice), currency);
  if (listed === money) return price(null, null);
  return listed === `from ${money}` || listed.startsWith(`${money} –`)
    ? price('from', null)
    : { kind: 'list', words: listed };
}
