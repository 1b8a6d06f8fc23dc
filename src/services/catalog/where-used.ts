import { eq, inArray } from 'drizzle-orm';
import { atOneMoment, type Services } from '../context';
import { placesWhere, type Referring } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../../data/database';
import { referringTo, type Referrer, type Thing } from '../../data/references';
import { products, sheetRevisions, sheets } from '../../data/schema';
import { inPieces } from '../in-pieces';
import { readSomeStates } from './product-steps';

/** Something that uses a thing, directly or through what it is put together from. */
export interface Use {
  readonly kind: 'product' | 'sheet';
  readonly id: number;
  readonly title: string;
  /** titles of what leads from it to the thing, nearest to it first; empty where it uses the thing itself */
  readonly through: readonly string[];
  /** the place of its editor where that is said */
  readonly place: string;
  readonly inShop: boolean;
}

type What = Extract<Thing['what'], 'stock' | 'swatches' | 'products' | 'sheets'>;
type Used = Thing & { readonly what: What };

/** Fields of a definition, that first in which one would look for who uses a thing. */
const FIELDS = ['draws', 'variants', 'parts', 'choices', 'formulas', 'rules', 'tables', 'prepared', 'proofs'];

/** The place of an editor where a definition names something. */
function placeOf(definition: Referring | undefined, { what, key }: Used): string {
  if (what === 'sheets') return `sheet:${key}`;
  if (!definition) return 'basics';
  const named = placesWhere(definition, what, key);
  const nearest = FIELDS.map((field) => named.find((one) => one.field === field)).find((one) => one !== undefined);
  if (nearest) return nearest.place;
  const joined =
    what === 'products'
      ? definition.choices.find((choice) => choice.kind === 'slot' && choice.joins.length > 0)
      : undefined;
  return joined ? `choice:${joined.key}` : 'basics';
}

/**
 * Where a stock item, swatch, sheet or product is used: by products as they are published, or else in their drafts, by
 * sheets, and by what has any of these in turn, at any depth. Each user once, by the shortest way.
 */
export function whereUsed(context: Services, what: What, key: string): Promise<Use[]> {
  return atOneMoment(context, async ({ database: { read } }) => {
    const found = new Map<string, Use>();
    let fresh = new Map<string, Way>([[nameOf({ what, key }), { thing: { what, key }, through: [] }]]);
    while (fresh.size > 0) {
      const things = [...fresh.values()].map(({ thing }) => thing);
      const nearest = new Map<string, Referrer & { readonly thing: Thing }>();
      for (const one of await referringTo(read, things, 'counting')) {
        const before = nearest.get(userName(one));
        // Of a sheet that says so as it is edited and as it is published, the place is looked for where it is edited.
        if (!found.has(userName(one)) && (!before || (before.of === 'published' && one.of === 'draft')))
          nearest.set(userName(one), one);
      }
      const users = await readUsers(read, [...nearest.values()]);
      const next = new Map<string, Way>();
      for (const [name, { thing }] of nearest) {
        const [user, way] = [users.get(name), fresh.get(nameOf(thing))];
        if (!user || !way) continue;
        const { use, called, definition } = user;
        found.set(name, { ...use, through: way.through, place: placeOf(definition, way.thing) });
        next.set(nameOf(called), { thing: called, through: [use.title, ...way.through] });
      }
      fresh = next;
    }
    return [...found.values()];
  });
}

/** From something that is used in turn to what is asked about. */
interface Way {
  readonly thing: Used;
  readonly through: readonly string[];
}

const nameOf = ({ what, key }: Thing): string => `${what} ${key}`;
const userName = ({ kind, id }: Pick<Referrer, 'kind' | 'id'>): string => `${kind} ${id}`;

interface User {
  readonly use: Omit<Use, 'through' | 'place'>;
  /** what it is called by those that use it in turn */
  readonly called: Used;
  /** absent where nobody needs to look into it */
  readonly definition?: Referring;
}

/** What is told of those who use things, by {@link userName}. */
async function readUsers(
  queries: Queries,
  referrers: readonly (Referrer & { readonly thing: Thing })[],
): Promise<ReadonlyMap<string, User>> {
  const users = new Map<string, User>();
  const ofProducts = referrers.filter(({ kind }) => kind === 'product');
  // Where a sheet is on it is said by the sheet: only for other things the place is looked for.
  const opened = ofProducts.filter(({ thing }) => thing.what !== 'sheets').map(({ id }) => id);
  const states = new Map((await readSomeStates(queries, new Set(opened))).map((state) => [state.id, state]));
  const rows = await inPieces(inParts(ofProducts, 500), (part) =>
    queries
      .select({ id: products.id, title: products.title, slug: products.publishedSlug })
      .from(products)
      .where(
        inArray(
          products.id,
          part.map(({ id }) => id),
        ),
      )
      .orderBy(products.title),
  );
  for (const { id, title, slug } of rows.flat()) {
    const state = states.get(id);
    users.set(`product ${id}`, {
      use: { kind: 'product', id, title, inShop: slug !== null },
      called: { what: 'products', key: slug ?? state?.draft.slug ?? '' },
      definition: state && (state.published ?? state.draft),
    });
  }
  for (const { id, of } of referrers.filter(({ kind }) => kind === 'sheet')) {
    const [row] = await queries
      .select({ sheet: sheets, published: sheetRevisions.definition })
      .from(sheets)
      .leftJoin(sheetRevisions, eq(sheetRevisions.id, sheets.publishedRevision))
      .where(eq(sheets.id, id));
    if (!row) continue;
    const { sheet, published } = row;
    users.set(`sheet ${id}`, {
      use: { kind: 'sheet', id, title: sheet.title, inShop: published !== null },
      called: { what: 'sheets', key: sheet.key },
      definition: of === 'published' ? (published ?? sheet.draft) : sheet.draft,
    });
  }
  return users;
}
