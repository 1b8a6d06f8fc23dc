import { pairOf } from '@/core/analysis/pair';
import { priceEnds } from '@/core/analysis/price-ends';
import { programOf } from '/work/main/tests/fuzz/claims';
import { anyProduct } from '/work/main/tests/fuzz/any-product';
const p = programOf(anyProduct(9720))!;
let t=performance.now();
const pair = pairOf(p,'2000-01-01');
console.log('pair', (performance.now()-t).toFixed(0), pair.isSettled, pair.inner.gaps, pair.inner.choices.map(c=>c?.variables.map(v=>v.values.length)));
t=performance.now();
for (const rounds of [0,1,12]) { const r=priceEnds(pair,{searching:20000,rounds,quantity:1,onlySold:true}); console.log(rounds,(performance.now()-t).toFixed(0), JSON.stringify(r.found).slice(0,500)); }
