import { compile } from '@/core/compile'; import { surroundingsOf } from '@/core/exchange';
const codes: Record<string,number>={};
import { tryClaims } from '/work/main/tests/fuzz/claims';
import { anyProduct, shopOf } from '/work/main/tests/fuzz/any-product';
const [from, count] = process.argv.slice(2).map(Number);
let ok=0, bad=0; const t=performance.now(); const tot={};
try { for (let s=1;s<=300;s++) { shopOf(anyProduct(s)); const m=anyProduct(s); const sh=shopOf(m); const pr=compile(sh.products[0]!,surroundingsOf(sh)); if (pr.blocking.length===0) ok++; else { bad++; for (const c of new Set(pr.blocking.map(f=>f.code+(f.code==='formula'?JSON.stringify((f.data as any).fault.code):'')))) codes[c]=(codes[c]??0)+1; } } } catch (e) { console.log(String(e).slice(0,1500)); }
console.log(codes,'compiles', ok, 'not', bad);
for (let s=from!; s<from!+count!; s++) { const t1=performance.now(); try { const r=tryClaims(s,1); for (const k of Object.keys(r)) (tot as any)[k]=((tot as any)[k]??0)+(r as any)[k]; } catch (e) { console.log(String(e instanceof Error ? e.message : e).slice(0,1600)); if (++bad>0 && process.argv[4]!=='all') { } } const d=performance.now()-t1; if (d>3000) console.log('slow',s,d.toFixed(0)); }
console.log(tot,((performance.now()-t)/1000).toFixed(1),'s');
