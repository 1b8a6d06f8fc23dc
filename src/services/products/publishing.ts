import { and, eq, ne } from 'drizzle-orm';
import { readSurroundings } from '../catalog/surroundings';
import { atOneMoment, type Services } from '../context';
import { type Product } from '../../core/catalog';
import { compile } from '../../core/compile';
import { faultJson } from '../../core/exchange';
import { readiness } from '../../core/judge';
import { type Fault } from '../../core/problems';
import { counted, faultWords, priceWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { products, revisions, setAsideDrafts } from '../../data/schema';
import { publishRevision, seenDraft } from '../drafts/life';
import { Refusal } from '../refusal';
import { productLife } from './life';

/**
 * Publishes the draft of one version as a new, unchangeable revision; the shop shows it from now on.
 *
 * @param version the version the manager saw; another one is refused, so that nothing unseen goes out
 * @returns the revision's number
 * @throws Refusal 409 when the draft has moved on, 422 `notReady` with the faults when something must be mended first
 */
export async function publishProduct({ database, now }: Services, id: number, version: number): Promise<number> {
  return database.write(async (transaction) => {
    const { draft } = await seenDraft(productLife, transaction, id, version);
    return publishDraft(transaction, { id, draft, draftVersion: version }, now());
  });
}

/** The part of publishing that runs inside a transaction. */
export async function publishDraft(
  transaction: Queries,
  { id, draft, draftVersion }: { id: number; draft: Product; draftVersion: number },
  at: Date,
): Promise<number> {
  const { surroundings } = await readSurroundings(transaction, at, [draft]);
  const faults = readiness(draft, surroundings, null).filter(({ gravity }) => gravity === 'mustFix');
  if (faults.length > 0) throw notReady(faults);
  const other = await transaction.query.products.findFirst({ where: and(eq(products.publishedSlug, draft.slug), ne(products.id, id)) });
  if (other) throw new Refusal(409, 'slugTaken', `The address “${draft.slug}” is already that of ${other.title}. Give this product another.`);
  return publishRevision(productLife, transaction, { id, draft, draftVersion }, at);
}

function notReady(faults: readonly Fault[]): Refusal {
  const [first] = faults;
  const rest = faults.length > 1 ? ` (and ${counted(faults.length - 1, 'more thing', 'more things')})` : '';
  return new Refusal(422, 'notReady', `Not published. ${first ? faultWords(first.data) : ''}${rest}`, { faults: faults.map(faultJson) });
}

/** Takes a product out of the shop; its revisions stay. */
export async function unpublishProduct({ database }: Services, id: number): Promise<void> {
  await database.write(async (transaction) => {
    await productLife.require(transaction, id);
    await transaction.update(products).set({ publishedRevision: null, publishedSlug: null }).where(eq(products.id, id));
  });
}

/** An earlier state of a product that can be opened and brought back. */
export interface EarlierState {
  readonly kind: 'revision' | 'setAside';
  readonly id: number;
  /** `Revision 3`, or what tells a set-aside draft */
  readonly name: string;
  readonly at: number;
  readonly inShop: boolean;
  readonly definition: Product;
  readonly price: string | null;
}

/** Revisions and set-aside drafts of a product, newest first. */
export function listEarlierStates(context: Services, id: number): Promise<EarlierState[]> {
  return atOneMoment(context, async ({ database, now }) => {
    const product = await productLife.require(database.read, id);
    const published = await database.read.select().from(revisions).where(eq(revisions.productId, id));
    const aside = await database.read.select().from(setAsideDrafts).where(eq(setAsideDrafts.productId, id));
    const { surroundings } = await readSurroundings(database.read, now(), [...published, ...aside].map(({ definition }) => definition));
    const priceOf = (definition: Product) => priceWords(compile(definition, surroundings));
    return [
      ...published.map((revision): EarlierState => ({
        kind: 'revision',
        id: revision.id,
        name: `Revision ${revision.number}`,
        at: revision.publishedAt.getTime(),
        inShop: revision.id === product.publishedRevision,
        definition: revision.definition,
        price: priceOf(revision.definition),
      })),
      ...aside.map((draft): EarlierState => ({
        kind: 'setAside',
        id: draft.id,
        name: 'Draft set aside when two windows differed',
        at: draft.at.getTime(),
        inShop: false,
        definition: draft.definition,
        price: priceOf(draft.definition),
      })),
    ].sort((a, b) => b.at - a.at || b.id - a.id);
  });
}
