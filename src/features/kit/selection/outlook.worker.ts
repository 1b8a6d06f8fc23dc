import { NextClick, type Outlook } from '@/core/analysis';
import { type CatalogSurroundings, type PartCandidate, type Product, type UploadedFile } from '@/core/catalog';
import { compile, programAsPart } from '@/core/compile';
import { type Selection } from '@/core/selection';

/** A selection whose outlook is asked for. */
export interface OutlookQuestion {
  readonly number: number;
  readonly selection: Selection;
  readonly group: string | null;
  readonly files: ReadonlyMap<string, UploadedFile>;
  /** key of the choice that was answered last */
  readonly kept: string | null;
}

/** A product as a part of another: what is said of it there, and how many come usually. */
export interface AsPart {
  readonly candidate: PartCandidate;
  readonly usual: number;
}

/** The product that questions are about; of a part, as it is in its whole. */
export interface OutlookSubject {
  readonly product: Product;
  readonly surroundings: CatalogSurroundings;
  readonly today: string;
  readonly part: AsPart | null;
}

export type ToOutlook = OutlookSubject | OutlookQuestion;

export interface OutlookFound {
  readonly number: number;
  readonly outlook: Outlook;
}

/** Nobody waits at the page while this searches: more steps than a page could take. */
const STEPS = 100_000;

let ready: { readonly next: NextClick; readonly today: string } | null = null;
let newest = 0;

function answer({ number, selection, group, files, kept }: OutlookQuestion): void {
  // What has been asked since makes this one pointless.
  if (!ready || number !== newest) return;
  const { next, today } = ready;
  const outlook = next.look(selection, { stock: null, today, group, files: (token) => files.get(token) }, kept, STEPS);
  postMessage({ number, outlook } satisfies OutlookFound);
}

addEventListener('message', ({ data }: MessageEvent<ToOutlook>) => {
  if ('product' in data) {
    const { product, surroundings, today, part } = data;
    const whole = compile(product, surroundings);
    const program = part ? programAsPart(whole, part.candidate, part.usual, () => undefined) : whole;
    ready = { next: new NextClick(program, today), today };
    return;
  }
  newest = data.number;
  setTimeout(() => answer(data), 0);
});
