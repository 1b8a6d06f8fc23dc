import { sql } from 'drizzle-orm';
import { readFileSync } from 'node:fs';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { readCatalog } from '@/core/exchange';
import { bulkChangeDrafts, products, revisions, setAsideDrafts, sheets } from '@/data/schema';
import { openProduct, setAsideDraft } from '@/services/products/drafts';
import { listEarlierStates } from '@/services/products/publishing';
import { readOrder } from '@/services/selling/orders';
import { resolvePublished } from '@/services/selling/published';
import { newestOrders } from '../support/all-of';
import { changeMany, takeBackMany } from '../support/many';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const NEWER = new Set(['capacity', 'pieces', 'picks', 'onPicture', 'charge', '$form', 'parts', 'belowNothing']);

/** A document as an earlier version stored it: without what has come since, and by the names of then. */
function asBefore(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(asBefore);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, entry]) =>
      NEWER.has(key) ? [] : [[key === 'wasPrice' ? 'compareAt' : key, asBefore(entry)]],
    ),
  );
}

/** A document as the version before builds stored it. */
function beforeBuilds({
  properties: _properties,
  fits: _fits,
  prepared: _prepared,
  ...document
}: Record<string, unknown>): unknown {
  return { ...document, $form: 3 };
}

/** Rewrites every document of a column as an earlier version had it. */
async function rewrite(
  table: string,
  column: string,
  earlier: (document: Record<string, unknown>) => unknown = asBefore,
): Promise<void> {
  await context.database.write(async (transaction) => {
    const { rows } = await transaction.run(sql.raw(`select rowid as row, ${column} as document from ${table}`));
    for (const { row, document } of rows)
      await transaction.run(
        sql`update ${sql.raw(table)} set ${sql.raw(column)} = ${JSON.stringify(earlier(JSON.parse(String(document)) as Record<string, unknown>))} where rowid = ${Number(row)}`,
      );
  });
}

describe('documents that an earlier version stored', () => {
  it('are read in today’s form wherever they are kept, and resolve as they did', async () => {
    const mesh = { answers: { opening: 'fine', length: '4 ft 6 in' }, quantity: 2 };
    const suit = { answers: { size: 'm', cloth: 'linen', name: 'Ada' }, quantity: 1 };
    const before = [
      await resolvePublished(context, 'stainless-mesh', mesh),
      await resolvePublished(context, 'bee-suit', suit),
    ];
    await setAsideDraft(context, 1, (await openProduct(context, 1)).draft, 'a');
    for (const [table, column] of [
      ['products', 'draft'],
      ['revisions', 'definition'],
      ['set_aside_drafts', 'definition'],
      ['sheets', 'draft'],
      ['sheet_revisions', 'definition'],
    ] as const)
      await rewrite(table, column);
    expect((await openProduct(context, 2)).draft).toMatchObject({
      soldBy: { charge: null },
      choices: [{ options: [{ draws: [{ pieces: 1 }] }, {}] }, { picks: [], onPicture: null }, {}],
    });
    expect((await openProduct(context, 1)).draft.wasPrice).not.toBeNull();
    expect((await listEarlierStates(context, 1)).map(({ definition }) => typeof definition.wasPrice)).toEqual([
      'string',
      'string',
    ]);
    const after = [
      await resolvePublished(context, 'stainless-mesh', mesh),
      await resolvePublished(context, 'bee-suit', suit),
    ];
    for (const [place, resolution] of after.entries())
      expect(resolution).toMatchObject({
        state: 'sellable',
        draws: before[place]?.draws,
        lineTotal: before[place]?.lineTotal,
        wasPrice: before[place]?.wasPrice,
      });
    for (const table of [products, sheets])
      for (const { draft } of await context.database.read.select({ draft: table.draft }).from(table))
        expect(JSON.stringify(draft)).not.toContain('compareAt');
    for (const table of [revisions, setAsideDrafts])
      for (const { definition } of await context.database.read.select({ definition: table.definition }).from(table))
        expect(JSON.stringify(definition)).not.toContain('$form');
  });

  it('from before builds are read whole, with nothing that must fit', async () => {
    const suit = { answers: { size: 'm', cloth: 'linen', name: 'Ada' }, quantity: 1 };
    const before = [(await openProduct(context, 1)).draft, await resolvePublished(context, 'bee-suit', suit)];
    for (const [table, column] of [
      ['products', 'draft'],
      ['revisions', 'definition'],
    ] as const)
      await rewrite(table, column, beforeBuilds);
    expect([(await openProduct(context, 1)).draft, await resolvePublished(context, 'bee-suit', suit)]).toEqual(before);
  });

  it('are taken back in today’s form by a change of many', async () => {
    const {
      sheets: [sheet],
    } = JSON.parse(readFileSync('tests/fixtures/catalog-v1.json', 'utf8')) as { sheets: { key: string }[] };
    const { id } = await changeMany(context, { kind: 'placeSheet', sheet: sheet?.key ?? '', products: [2] });
    await rewrite('bulk_change_drafts', 'former');
    expect((await context.database.read.select().from(bulkChangeDrafts))[0]?.former.definition).toHaveProperty(
      'wasPrice',
    );
    await takeBackMany(context, id);
    expect((await openProduct(context, 2)).draft).toMatchObject({ wasPrice: null, sheets: [] });
  });

  it('stay what they were sold with, as orders', async () => {
    const [{ number } = { number: 0 }] = await newestOrders(context);
    await context.database.write(async (transaction) => {
      const old = {
        ...(asBefore((await readOrder(context, number)).lines[0]?.resolution) as { availability: object }),
      };
      await transaction.run(
        sql`update order_lines set resolution = ${JSON.stringify({ ...old, availability: { ...old.availability, canSupply: 1_000_000_000 } })} where order_id = ${number}`,
      );
    });
    const [line] = (await readOrder(context, number)).lines;
    expect(line?.resolution).toHaveProperty('wasPrice');
    expect(line?.resolution).not.toHaveProperty('compareAt');
    expect(line?.resolution.availability.canSupply).toBe('unlimited');
  });
});

describe('a catalog file of version 1', () => {
  const text = readFileSync('tests/fixtures/catalog-v1.json', 'utf8');
  const said = JSON.parse(text) as { products: { compareAt?: string }[] };

  it('is read, with its was-prices', () => {
    const { catalog, faults } = readCatalog(text);
    expect(faults).toBeUndefined();
    expect(catalog?.version).toBe(2);
    expect(catalog?.products.map(({ wasPrice }) => wasPrice)).toEqual(
      said.products.map(({ compareAt = null }) => compareAt),
    );
  });

  it('lets prices count whole things only, where it did not say otherwise', () => {
    const number = (more: object) => {
      const choices = [{ kind: 'number', key: 'n', title: 'N', ...more }];
      const { catalog } = readCatalog(
        JSON.stringify({
          format: 'oak-knot/catalog',
          version: 1,
          shop: { name: 'S', currency: 'EUR' },
          products: [{ slug: 'p', title: 'P', sku: 'P', choices }],
        }),
      );
      const [choice] = catalog?.products[0]?.choices ?? [];
      return choice?.kind === 'number' ? [choice.parts, choice.belowNothing] : null;
    };
    const each = { amount: { kind: 'perUnit', value: '2', unit: '1' } };
    expect(number(each)).toEqual([false, false]);
    expect(number({ ...each, step: '0.5' })).toEqual([true, false]);
    expect(number({ ...each, min: '-4' })).toEqual([false, true]);
    // What no price counts was any number, and stays so.
    expect(number({})).toEqual([true, true]);
    expect(number({ min: '0' })).toEqual([true, false]);
  });
});
