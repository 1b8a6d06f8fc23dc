import { analyse, type Analysis, analysisFaults } from '@/core/analysis';
import { type CatalogSurroundings, type Product } from '@/core/catalog';
import { compile } from '@/core/compile';
import { resolutionJson } from '@/core/exchange';
import { prove } from '@/core/judge';
import { type Fault } from '@/core/problems';
import { type PlainProof } from './plain-proof';

/** What is to be checked. */
export interface ToCheck {
  readonly number: number;
  readonly product: Product;
  readonly surroundings: CatalogSurroundings;
  readonly today: string;
}

/** What has been found out about it, so far. */
export type Found = { readonly number: number } & ({ readonly proofs: readonly PlainProof[] } | { readonly analysis: Analysis; readonly faults: readonly Fault[]; readonly whole: boolean });

let newest = 0;

/** Lets a newer question in before the next stage. */
const breath = () => new Promise((resolve) => setTimeout(resolve, 0));

async function check({ number, product, surroundings, today }: ToCheck): Promise<void> {
  const tell = (found: Found) => postMessage(found);
  const program = compile(product, surroundings);
  tell({ number, proofs: prove(program, product.proofs, today).map(({ proof, holds, differences, resolution }) => ({ key: proof.key, holds, differences, now: resolutionJson(resolution) })) });
  const stages = analyse(program, today);
  for (;;) {
    await breath();
    if (number !== newest) return;
    const { value, done } = stages.next();
    tell({ number, analysis: value, faults: analysisFaults(program, value), whole: done === true });
    if (done) return;
  }
}

addEventListener('message', ({ data }: MessageEvent<ToCheck>) => {
  newest = data.number;
  void check(data);
});
