import { it } from 'vitest';
import { anyKit } from './any-kit';
import { anyProduct } from './any-product';
import { anyBuild } from './any-build';
import { tryClaims } from './claims';
it('kits', () => {
  const from = Number(process.env.FROM ?? 1),
    n = Number(process.env.N ?? 100);
  const make = process.env.MAKE === 'build' ? anyBuild : process.env.MAKE === 'product' ? anyProduct : anyKit;
  let bad = 0;
  const seen = { products: 0, sold: 0, clicks: 0, proved: 0 };
  const margins: Record<string, number> = {};
  const t = performance.now();
  for (let s = from; s < from + n; s++) {
    try {
      const one = tryClaims(s, 1, make);
      for (const k of ['products', 'sold', 'clicks', 'proved'] as const) seen[k] += one[k];
      if (process.env.WHY && (one.margins.notLookedAt || one.margins.found)) { const m=make(s); console.log('WHY '+s+' '+Object.keys(one.margins).join()+' '+JSON.stringify({t:m.product.partsPrice,pr:m.product.price,b:m.product.breaks,f:m.product.formulas?.map(f=>f.text),r:m.product.rules?.map(r=>JSON.stringify(r.then))})); }
      for (const [k, v] of Object.entries(one.margins)) margins[k] = (margins[k] ?? 0) + v;
    } catch (e) {
      bad++;
      if (bad <= Number(process.env.SHOW ?? 12)) console.log(String((e as Error).message));
      else console.log(String((e as Error).message).split('\n')[0]);
    }
  }
  console.log(bad, JSON.stringify({ ...seen, margins }), ((performance.now() - t) / 1000).toFixed(1) + 's');
}, 600000);
