import { asc, sql } from 'drizzle-orm';
import { z } from 'zod';
import { inOrderOf } from '../in-order';
import { inPieces } from '../in-pieces';
import { type quantityOf } from '../../core/catalog';
import { inParts } from '../../core/in-parts';
import { type Queries } from '../../data/database';
import { among } from '../../data/references';
import { products } from '../../data/schema';

type Ruled = Parameters<typeof quantityOf>[0];

/** What of a product says in what numbers it is bought, as it counts. */
export interface RuledProduct {
  readonly id: number;
  readonly title: string;
  readonly inShop: boolean;
  readonly ruled: Ruled;
}

/** So many are read in one go: what that takes is over in a moment. */
const AT_ONCE = 250;

const FIELDS = ['title', 'category', 'supplier', 'tags', 'soldBy', 'quantity', 'quantityByGroup'] as const;
const paths = sql.raw(FIELDS.map((name) => `'$.${name}'`).join(', '));

// As the definitions are kept: what is written has been read by its schema.
const kept =
  z.custom<
    [
      title: string,
      category: string | null,
      supplier: string | null,
      tags: readonly string[] | null,
      soldBy: { readonly kind: string } | null,
      quantity: Ruled['quantity'],
      quantityByGroup: Ruled['quantityByGroup'] | null,
    ]
  >();

interface Row {
  readonly id: number;
  readonly inShop: number;
  /** the {@link FIELDS}, as JSON */
  readonly said: string;
  readonly variants: number | null;
  readonly parts: number | null;
  readonly slots: number;
}

/** Every product with what rules about quantities go by, in the order of the titles: no definition is read whole. */
export async function readRuled(queries: Queries): Promise<RuledProduct[]> {
  const ids = await queries
    .select({ id: products.id })
    .from(products)
    .orderBy(asc(products.titleKey), asc(products.id));
  const rows = await inPieces(
    inParts(
      ids.map(({ id }) => id),
      AT_ONCE,
    ),
    (some) => readSome(queries, some),
  );
  return rows.flat();
}

async function readSome(queries: Queries, ids: readonly number[]): Promise<RuledProduct[]> {
  const rows = await queries.all<Row>(sql`
    select id, "inShop", json_extract(definition, ${paths}) as said,
      json_array_length(definition, '$.variants') as variants, json_array_length(definition, '$.parts') as parts,
      (select count(*) from json_each(definition, '$.choices') choice
        where json_extract(choice.value, '$.kind') = 'slot') as slots
    from (
      select products.id, products.published_revision is not null as "inShop",
        coalesce(revisions.definition, products.draft) as definition
      from products left join revisions on revisions.id = products.published_revision
      where products.id in ${among(ids)}
    )`);
  return inOrderOf(ids, rows).map((row) => {
    const [title, category, supplier, tags, soldBy, quantity, quantityByGroup] = kept.parse(JSON.parse(row.said));
    const ruled = {
      category,
      supplier,
      tags: tags ?? [],
      soldBy: soldBy ?? { kind: 'each' },
      quantity,
      quantityByGroup: quantityByGroup ?? {},
      variants: Array.from({ length: row.variants ?? 0 }),
      parts: Array.from({ length: row.parts ?? 0 }),
      choices: Array.from({ length: row.slots }, () => ({ kind: 'slot' })),
    };
    return { id: row.id, title, inShop: row.inShop === 1, ruled };
  });
}
