import { compile } from '@/core/compile'; import { surroundingsOf } from '@/core/exchange';
import { tryClaims } from '/work/main/tests/fuzz/claims';
import { tryChanges } from '/work/main/tests/fuzz/changes';
import { anyProduct, shopOf } from '/work/main/tests/fuzz/any-product';
const [from=1, count=1] = process.argv.slice(2).map(Number);
const codes: Record<string,number>={}; let ok=0;
if (count>50) for (let s=1;s<=300;s++) { const sh=shopOf(anyProduct(s)); const pr=compile(sh.products[0]!,surroundingsOf(sh)); if (pr.blocking.length===0) ok++; else for (const c of new Set(pr.blocking.map(f=>f.code+(f.code==='formula'?JSON.stringify((f.data as any).fault.code):'')))) codes[c]=(codes[c]??0)+1; }
console.log(codes, ok); const tot: any={}; const t=performance.now();
for (let s=from; s<from+count; s++) { const t1=performance.now(); try { const r: any=tryClaims(s,1); for (const k of Object.keys(r)) tot[k]=(tot[k]??0)+r[k]; } catch (e) { console.log(String(e instanceof Error ? e.message : e).slice(0,2000)); } const d=performance.now()-t1; if (d>3000) console.log('slow',s,d.toFixed(0)); if (process.argv[4]) try { tryChanges(s,1); } catch(e) { console.log(String(e).slice(0,900)); } }
console.log(tot,((performance.now()-t)/1000).toFixed(1),'s');
