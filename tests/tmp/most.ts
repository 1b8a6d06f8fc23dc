import { Exact } from '../../src/core/number';
import { mostThatCanBeCut, planCuts } from '../../src/core/stock';
let seed = 7;
const rnd = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
for (const [lots, kinds, per] of [
  [5, 4, 4],
  [20, 12, 1],
  [40, 10, 4],
  [60, 20, 1],
  [60, 20, 5],
  [200, 40, 1],
  [200, 40, 5],
] as const) {
  let worst = 0,
    quick = 0;
  for (let round = 0; round < 4; round += 1) {
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
    const pieces = Array.from({ length: kinds }, () => ({
      length: Exact.from(String(Math.floor(100 + rnd() * 1500))),
      count: per,
    }));
    let t = performance.now();
    mostThatCanBeCut(stock, pieces, 10000);
    worst = Math.max(worst, performance.now() - t);
    t = performance.now();
    planCuts(stock, pieces);
    quick = Math.max(quick, performance.now() - t);
  }
  console.log(lots, kinds, per, 'most', Math.round(worst), 'quick', Math.round(quick));
}
