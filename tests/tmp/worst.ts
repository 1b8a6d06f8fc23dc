import { Exact } from '../../src/core/number';
import { planCuts, QUICK, THOROUGH } from '../../src/core/stock';
let seed = 7;
const rnd = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
for (const [lots, kinds, per] of [
  [5, 4, 4],
  [20, 12, 1],
  [20, 16, 1],
  [40, 10, 4],
  [60, 20, 5],
  [200, 40, 5],
  [500, 60, 8],
] as const) {
  let worst = 0,
    worstQuick = 0;
  for (let round = 0; round < 6; round += 1) {
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
    let t = performance.now();
    planCuts(stock, pieces, THOROUGH);
    worst = Math.max(worst, performance.now() - t);
    t = performance.now();
    planCuts(stock, pieces, QUICK);
    worstQuick = Math.max(worstQuick, performance.now() - t);
  }
  console.log(lots, kinds, per, 'thorough', Math.round(worst), 'quick', Math.round(worstQuick));
}
