import { Exact } from '../../src/core/number';
import { planCuts, QUICK } from '../../src/core/stock';
let seed = 7;
const rnd = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
const [lots, kinds, per] = [500, 60, 8];
const stock = {
  kind: 'bar',
  kerf: Exact.from('3'),
  smallestOffcut: Exact.from('200'),
  lots: Array.from({ length: lots }, (_, id) => ({
    id,
    label: `L${id}`,
    free: Exact.from(String(Math.floor(2000 + rnd() * 4000))),
  })),
} as const;
const sum = stock.lots.reduce((s, l) => s + Number(l.free.toString()), 0);
const pieces = Array.from({ length: kinds }, () => ({
  length: Exact.from(String(Math.max(50, Math.floor(((sum * (0.9 + rnd() * 0.1)) / kinds / per) * (0.5 + rnd()))))),
  count: per,
}));
for (let i = 0; i < 12; i += 1) planCuts(stock, pieces, QUICK);
