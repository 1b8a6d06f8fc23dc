import { formatMoney } from '../money';
import { type Basis } from '../pricing';
import { formatQuantity } from '../quantity';
import { counted } from './problems';

/** What a line of the working is taken of, in words: `10 % of €129.00`, `8 characters × €0.40`, `0.25 m × €18.50 / m`. */
export function basisWords(basis: Basis, currency: string): string {
  switch (basis.kind) {
    case 'percent':
      return `${basis.rate.toString()} % of ${formatMoney(basis.of, currency)}`;
    case 'characters':
      return `${counted(basis.count, 'character')} × ${formatMoney(basis.rate, currency)}`;
    case 'measure':
      return `${formatQuantity(basis.quantity)} × ${formatMoney(basis.rate, currency)} / ${basis.per.dimension === 'count' ? 'piece' : basis.per.symbol}`;
  }
}
