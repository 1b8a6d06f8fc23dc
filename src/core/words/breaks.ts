import { formatMoney } from '../money';
import { Exact } from '../number';
import { type Breaks } from '../pricing';
import { formatQuantity, type Unit } from '../quantity';

/** What more of something costs, in few words: `from 10 €4.50, from 50 €4.00`, `beyond 100 m 10 % less`. */
export function breaksWords({ counting, over, gives, steps }: Breaks, currency: string, unit: Unit | null): string {
  if (steps.length === 0) return 'no steps yet';
  const where = counting === 'allUnits' ? 'from' : 'beyond';
  return steps
    .map(({ from, value }) => {
      const [at, what] = [Exact.parse(from), Exact.parse(value)];
      const count = at && over === 'measure' && unit ? formatQuantity({ value: at, unit }) : from || '…';
      const then = !what
        ? value || '…'
        : gives === 'price'
          ? formatMoney(what, currency)
          : gives === 'less'
            ? `${formatMoney(what, currency)} less`
            : `${what.toString()} % less`;
      return `${where} ${count} ${then}`;
    })
    .join(', ');
}
