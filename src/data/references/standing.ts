import { sql, type SQL } from 'drizzle-orm';
import { type PlaceCondition, type Product, type Property } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../database';
import { among, idOf, type Referrer } from './referrer';
import { clueRanges, type Said, shelfKey } from './rows';

export type Facts = Pick<Product, 'category' | 'supplier' | 'tags' | 'properties'>;

/** Where products stand, as conditions compare it. */
export async function factsOf(queries: Queries, products: readonly Referrer[]): Promise<ReadonlyMap<string, Facts>> {
  const wanted = new Set(products.map(idOf));
  const rows = await queries.all<Referrer & Said>(sql`
    select kind, id, "of", what, "key" from catalog_references ${whereStanding(products)}`);
  const facts = new Map(products.map((product) => [idOf(product), nothingSaid()]));
  for (const { what, key, ...referrer } of rows) {
    const product = facts.get(idOf(referrer));
    if (product && wanted.has(idOf(referrer))) say(product, { what, key });
  }
  return facts;
}

type FactsSaid = { -readonly [Name in keyof Facts]: Facts[Name] };

const nothingSaid = (): FactsSaid => ({ category: null, supplier: null, tags: [], properties: {} });

/** Adds to what is said of a product what one row says of it. */
function say(product: FactsSaid, { what, key }: Said): FactsSaid {
  if (what === 'category' || what === 'supplier') product[what] = key;
  if (what === 'tag') product.tags.push(key);
  if (what === 'property') {
    const [name, value] = JSON.parse(key) as [string, Property];
    product.properties[name] = value;
  }
  return product;
}

/** Rows that say where products stand. */
const whereStanding = (products: readonly Referrer[]): SQL => sql`
  where kind = 'product' and id in ${among(new Set(products.map(({ id }) => id)))}
    and "of" in ('draft', 'published') and what in ('category', 'supplier', 'tag', 'property')`;

/**
 * Keys of the conditions that may hold for some products: what these are leads to them. Thousands of products stand on
 * a few shelves, so that each of these is read once.
 */
export async function conditionsFor(queries: Queries, products: readonly Referrer[]): Promise<readonly string[]> {
  const said = await queries.all<Said>(sql`
    select distinct what, "key" from catalog_references ${whereStanding(products)}`);
  const facts = said.map((one) => say(nothingSaid(), one));
  const ranges = new Map(facts.flatMap(clueRanges).map((range) => [range.from, range] as const));
  const keys = new Set<string>();
  for (const some of inParts([...ranges.values()], RANGES_AT_ONCE)) {
    // Each range is gone along by itself: together they would be looked for among all conditions there are.
    const parts = some.map(
      ({ from, before }) =>
        sql`select "key" from catalog_references where what = 'joins' and "key" >= ${from} and "key" < ${before}`,
    );
    for (const { key } of await queries.all<{ key: string }>(sql.join(parts, sql` union `))) keys.add(key);
  }
  return [...keys];
}

const RANGES_AT_ONCE = 100;

/** Products for which all that a condition says of where they stand holds; none where it says nothing. */
export async function standingBy(
  queries: Queries,
  { category, supplier, tag }: PlaceCondition,
  property: string | null = null,
): Promise<Referrer[]> {
  const said = [
    ...(category === null ? [] : [sql`what = 'category' and "key" = ${shelfKey(category)}`]),
    ...(supplier === null ? [] : [sql`what = 'supplier' and "key" = ${shelfKey(supplier)}`]),
    ...(tag === null ? [] : [sql`what = 'tag' and "key" = ${shelfKey(tag)}`]),
    ...(property === null ? [] : [ofProperty(property)]),
  ];
  if (said.length === 0) return [];
  return queries.all<Referrer>(
    sql.join(
      said.map((one) => sql`select kind, id, "of" from catalog_references where kind = 'product' and ${one}`),
      sql` intersect `,
    ),
  );
}

/** A property of a name, whatever it is: what is kept begins with its name. */
function ofProperty(name: string): SQL {
  const begins = JSON.stringify([name]).slice(0, -1);
  return sql`what = 'property' and "key" >= ${`${begins},`} and "key" < ${`${begins}-`}`;
}
