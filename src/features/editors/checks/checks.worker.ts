import {
  analyse,
  type Analysis,
  analysisFaults,
  type LowestMargin,
  MARGIN_LIMITS,
  marginCloud,
  type MarginCloud,
  marginDrivers,
} from '@/core/analysis';
import { sellersShare } from '@/core/basket/tax';
import { type CatalogSurroundings, type Product } from '@/core/catalog';
import { compile } from '@/core/compile';
import { resolutionJson } from '@/core/exchange';
import { alikeSwatchFaults, leastEarned, moreForLessFaults, prove } from '@/core/judge';
import { type Fault } from '@/core/problems';
import { costsByKey } from '@/core/run';
import { priceWords } from '@/core/words';
import { type PlainProof } from './plain-proof';

/** What is to be checked. */
export interface ToCheck {
  readonly number: number;
  readonly product: Product;
  readonly surroundings: CatalogSurroundings;
  readonly today: string;
  /** what stock items cost, by key; a decimal */
  readonly costs: Readonly<Record<string, string>>;
}

/** What has been found out about it, so far. */
export type Found = { readonly number: number } & (
  | { readonly proofs: readonly PlainProof[]; readonly price: string | null }
  | { readonly analysis: Analysis; readonly faults: readonly Fault[] }
  | {
      readonly margin: LowestMargin;
      readonly titles: readonly string[];
      readonly day: string;
      readonly cloud: MarginCloud | null;
      readonly drivers: readonly { readonly title: string; readonly earns: string }[];
      readonly faults: readonly Fault[];
    }
);

/** So many options that bring a margin down are told. */
const MOST_DRIVERS = 5;

let newest = 0;

/** Lets a newer question in before the next stage. */
const breath = (milliseconds = 0) => new Promise((resolve) => setTimeout(resolve, milliseconds));

/** What takes longest waits, in milliseconds, until it looks as if nobody goes on changing the product. */
const AT_REST = 1000;

async function check({ number, product, surroundings, today, costs }: ToCheck): Promise<void> {
  const tell = (found: Found) => postMessage(found);
  const program = compile(product, surroundings);
  tell({
    number,
    proofs: prove(program, product.proofs, today).map(({ proof, holds, differences, resolution }) => ({
      key: proof.key,
      holds,
      differences,
      now: resolutionJson(resolution),
    })),
    price: priceWords(program),
  });
  await breath();
  if (number !== newest) return;
  const looked = [...moreForLessFaults(program), ...alikeSwatchFaults(program)];
  const stages = analyse(program, today);
  for (;;) {
    await breath();
    if (number !== newest) return;
    const { value, done } = stages.next();
    const faults = [...looked, ...analysisFaults(program, value)];
    tell({ number, analysis: value, faults });
    if (!done) continue;
    await breath(AT_REST);
    if (number !== newest) return;
    const costOf = costsByKey(costs);
    const share = sellersShare(surroundings.shop.tax, product.taxClass);
    const { margin, titles, day, fault } = leastEarned(product, surroundings, { today, costs: costOf }, MARGIN_LIMITS);
    const cloud = 'margin' in margin ? marginCloud(program, today, costOf, share.toApproximateNumber()) : null;
    tell({
      number,
      margin,
      titles,
      day,
      cloud,
      drivers: marginDrivers(program, costOf, share)
        .slice(0, MOST_DRIVERS)
        .map(({ title, earns }) => ({ title, earns: earns.rounded(4).toString() })),
      faults: fault ? [...faults, fault] : faults,
    });
    return;
  }
}

addEventListener('message', ({ data }: MessageEvent<ToCheck>) => {
  newest = data.number;
  void check(data);
});
