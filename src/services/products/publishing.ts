import { and, eq, ne } from 'drizzle-orm';
import { z } from 'zod';
import { beginCards } from '../catalog/cards';
import { readSurroundings } from '../catalog/surroundings';
import { asSeen } from '../as-seen';
import { atOneMoment, type Services } from '../context';
import { draftsAlong, type Product } from '../../core/catalog';
import { compile } from '../../core/compile';
import { faultJson } from '../../core/exchange';
import { readiness } from '../../core/judge';
import { type Fault } from '../../core/problems';
import { counted, faultWords, priceWords } from '../../core/words';
import { type Queries } from '../../data/database';
import { logEntries, products, revisions, setAsideDrafts } from '../../data/schema';
import { publishRevision, seenDraft } from '../drafts/life';
import { followAddress } from '../prices/price-lists';
import { Refusal } from '../refusal';
import { productLife } from './life';
import { stoppedBy } from './ripple';
import { log } from '../../data/log';

/** So many products come into the shop with one at most. */
const MOST_ALONG = 200;

export const publicationSchema = z.strictObject({
  version: z.int().min(1),
  accepted: z.int().min(0).default(0).describe('how many products in the shop may stop being sold'),
  along: z
    .array(z.strictObject({ id: z.int().min(1), version: z.int().min(1) }))
    .max(MOST_ALONG)
    .default([])
    .describe('products that it has as parts or takes along and that are not in the shop yet: published with it'),
});

/** What came of publishing a product, and those that came into the shop with it. */
export interface Publication {
  readonly revision: number;
  readonly along: readonly { readonly id: number; readonly title: string; readonly revision: number }[];
}

/** @throws Refusal 409 `wouldStop` where more products in the shop would stop being sold than have been accepted */
function refuseStopping(stopping: number, accepted: number): void {
  if (stopping > accepted)
    throw new Refusal(
      409,
      'wouldStop',
      `${counted(stopping, 'product')} in the shop would stop being sold. Look at the ripple, then decide.`,
      { stopping },
    );
}

/**
 * Publishes the draft of one version as a new, unchangeable revision; the shop shows it from now on.
 *
 * @param version the version the manager saw; another one is refused, so that nothing unseen goes out
 * @param accepted how many products that have it as a part the manager has seen to stop being sold; more are refused
 * @returns the revision's number
 * @throws Refusal 409 when the draft has moved on, 422 `notReady` with the faults when something must be mended first
 */
export async function publishProduct(context: Services, id: number, version: number, accepted = 0): Promise<number> {
  return (await publishWith(context, id, { version, accepted, along: [] })).revision;
}

/**
 * The same with products that it needs and that are not in the shop yet: all of them come into it, or none. What has
 * come into the shop meanwhile is left as it is there.
 *
 * @throws Refusal as {@link publishProduct}
 */
export async function publishWith(
  context: Services,
  id: number,
  { version, accepted, along }: z.infer<typeof publicationSchema>,
): Promise<Publication> {
  return asSeen(context, stoppedBy([{ id, version }, ...along], 'publish'), async (transaction, stopping) => {
    const { draft } = await seenDraft(productLife, transaction, id, version);
    const published = along.length === 0 ? [] : await publishAlong(transaction, draft, along, context.now());
    const revision = await publishDraft(transaction, { id, draft, draftVersion: version }, context.now(), () =>
      refuseStopping(stopping, accepted),
    );
    return { revision, along: published };
  });
}

/** Publishes what a draft needs and what is not in the shop yet, what others need before them. */
async function publishAlong(
  transaction: Queries,
  draft: Product,
  along: z.infer<typeof publicationSchema>['along'],
  at: Date,
): Promise<Publication['along']> {
  const { surroundings } = await readSurroundings(transaction, at, [draft], { withDrafts: true });
  const seen = new Map(along.map((one) => [one.id, one.version]));
  const published: Publication['along'][number][] = [];
  for (const { slug, title } of draftsAlong(draft, surroundings)) {
    const id = surroundings.drafts?.get(slug)?.id;
    const version = id === undefined ? undefined : seen.get(id);
    if (id === undefined || version === undefined) continue;
    const { draft: part } = await seenDraft(productLife, transaction, id, version);
    const revision = await publishDraft(transaction, { id, draft: part, draftVersion: version }, at);
    published.push({ id, title, revision });
  }
  return published;
}

/**
 * The same as it is asked for from outside: what lists show of it is worked out from then on.
 *
 * @throws Refusal as {@link publishProduct}
 */
export async function publishAsked(
  context: Services,
  id: number,
  asked: z.infer<typeof publicationSchema>,
): Promise<Publication> {
  const publication = await publishWith(context, id, asked);
  beginCards(context);
  return publication;
}

/**
 * The part of publishing that runs inside a transaction.
 *
 * @param refuse refuses what must not go out, once it is known that it is ready; absent where nobody asks, because
 *   nothing is sold yet
 */
export async function publishDraft(
  transaction: Queries,
  { id, draft, draftVersion }: { id: number; draft: Product; draftVersion: number },
  at: Date,
  refuse: () => void = () => undefined,
): Promise<number> {
  const { surroundings } = await readSurroundings(transaction, at, [draft]);
  const faults = readiness(draft, surroundings, null).filter(({ gravity }) => gravity === 'mustFix');
  if (faults.length > 0) throw notReady(faults);
  const other = await transaction.query.products.findFirst({
    where: and(eq(products.publishedSlug, draft.slug), ne(products.id, id)),
  });
  if (other)
    throw new Refusal(
      409,
      'slugTaken',
      `The address “${draft.slug}” is already that of ${other.title}. Give this product another.`,
    );
  refuse();
  const former = await transaction.query.products.findFirst({
    where: eq(products.id, id),
    columns: { publishedSlug: true },
  });
  const number = await publishRevision(productLife, transaction, { id, draft, draftVersion }, at);
  if (former && former.publishedSlug !== null) await followAddress(transaction, at, former.publishedSlug, draft.slug);
  return number;
}

function notReady(faults: readonly Fault[]): Refusal {
  const [first] = faults;
  const rest = faults.length > 1 ? ` (and ${counted(faults.length - 1, 'more thing', 'more things')})` : '';
  return new Refusal(422, 'notReady', `Not published. ${first ? faultWords(first.data) : ''}${rest}`, {
    faults: faults.map(faultJson),
  });
}

/**
 * Takes a product out of the shop; its revisions stay.
 *
 * @param accepted how many products that have it as a part the manager has seen to stop being sold; more are refused
 */
export async function unpublishProduct(context: Services, id: number, accepted = 0): Promise<void> {
  await asSeen(context, stoppedBy([id], 'withdraw'), async (transaction, stopping) => {
    const { title } = await productLife.require(transaction, id);
    refuseStopping(stopping, accepted);
    await transaction.update(products).set({ publishedRevision: null, publishedSlug: null }).where(eq(products.id, id));
    await log(transaction, context.now(), { what: 'unpublished', kind: 'product', key: String(id), title });
  });
}

/** An earlier state of a product that can be opened and brought back. */
export interface EarlierState {
  readonly kind: 'revision' | 'setAside';
  readonly id: number;
  /** `Revision 3`, or what tells a set-aside draft */
  readonly name: string;
  readonly at: number;
  /** who published it; null where nobody is known to have */
  readonly who: string | null;
  readonly inShop: boolean;
  readonly definition: Product;
  readonly price: string | null;
}

/** Revisions and set-aside drafts of a product, newest first. */
export function listEarlierStates(context: Services, id: number): Promise<EarlierState[]> {
  return atOneMoment(context, async ({ database, now }) => {
    const product = await productLife.require(database.read, id);
    const rows = await database.read
      .select({ revision: revisions, who: logEntries.whoName })
      .from(revisions)
      .leftJoin(logEntries, eq(logEntries.id, revisions.loggedAs))
      .where(eq(revisions.productId, id));
    const aside = await database.read.select().from(setAsideDrafts).where(eq(setAsideDrafts.productId, id));
    const { surroundings } = await readSurroundings(
      database.read,
      now(),
      [...rows.map(({ revision }) => revision), ...aside].map(({ definition }) => definition),
    );
    const priceOf = (definition: Product) => priceWords(compile(definition, surroundings));
    return [
      ...rows.map(({ revision, who }): EarlierState => ({
        kind: 'revision',
        id: revision.id,
        name: `Revision ${revision.number}`,
        at: revision.publishedAt.getTime(),
        who,
        inShop: revision.id === product.publishedRevision,
        definition: revision.definition,
        price: priceOf(revision.definition),
      })),
      ...aside.map((draft): EarlierState => ({
        kind: 'setAside',
        id: draft.id,
        name: 'Draft set aside when two windows differed',
        at: draft.at.getTime(),
        who: null,
        inShop: false,
        definition: draft.definition,
        price: priceOf(draft.definition),
      })),
    ].sort((a, b) => b.at - a.at || b.id - a.id);
  });
}
