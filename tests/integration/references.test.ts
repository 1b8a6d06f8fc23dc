import { eq, sql } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { placementsOf, type Product, productSchema, referencesOf, refersToProduct, type Sheet } from '@/core/catalog';
import { Database } from '@/data/database';
import { joiningBy, reachedFrom, referringTo, type Referrer, usersOf } from '@/data/references';
import { saidOf } from '@/data/references/rows';
import { cardsDue, catalogReferences, catalogReferencesDue, products, sheets } from '@/data/schema';
import { bringBack } from '@/services/bin/bin';
import { freshenAllCards } from '@/services/catalog/cards';
import { readSheets } from '@/services/catalog/catalog-state';
import { asItCounts, type BothStates, readSomeStates } from '@/services/catalog/product-steps';
import { whereUsed } from '@/services/catalog/where-used';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { createProduct, deleteProduct } from '@/services/products/products';
import { publishProduct, unpublishProduct } from '@/services/products/publishing';
import { createSheet, deleteSheet, openSheet, publishSheet, saveSheetDraft } from '@/services/sheets/sheets';
import { changeSwatch } from '@/services/swatches/swatches';
import { change, idOf } from '../support/published';
import { asOwner, openServices, type TestServices } from '../support/services';
import { insertProduct } from '../support/begin';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const read = () => context.database.read;

async function allStates(): Promise<BothStates[]> {
  const rows = await read().select({ id: products.id }).from(products);
  return readSomeStates(
    read(),
    rows.map(({ id }) => id),
  );
}

/** What is said of every definition, from the definitions themselves. */
async function saidByDocuments(): Promise<string[]> {
  const rows: string[] = [];
  for (const { id, draft, published } of await allStates()) {
    rows.push(...saidOf(draft).map(({ what, key }) => `product ${id} draft ${what} ${key}`));
    rows.push(...(published ? saidOf(published) : []).map(({ what, key }) => `product ${id} published ${what} ${key}`));
  }
  for (const { id, draft } of await read().select().from(sheets))
    rows.push(...saidOf(draft).map(({ what, key }) => `sheet ${id} draft ${what} ${key}`));
  for (const sheet of await readSheets(read())) {
    const [row] = await read().select({ id: sheets.id }).from(sheets).where(eq(sheets.key, sheet.key));
    rows.push(...saidOf(sheet).map(({ what, key }) => `sheet ${row?.id ?? 0} published ${what} ${key}`));
  }
  return rows.sort();
}

const saidByIndex = async () =>
  (await read().select().from(catalogReferences))
    .map(({ kind, id, of, what, key }) => `${kind} ${id} ${of} ${what} ${key}`)
    .sort();

/** Products as they count that refer to one of some addresses, at any depth, found by opening every document. */
function reachedByDocuments(states: readonly BothStates[], book: readonly Sheet[], slug: string): number[] {
  const definitions = states.flatMap(({ draft, published }) => [draft, published ?? []].flat());
  const refers = (user: Product, address: string) => {
    const placed = placementsOf(user, book).flatMap(({ key }) => book.find((sheet) => sheet.key === key) ?? []);
    return [user, ...placed]
      .map(referencesOf)
      .some(
        (one) =>
          one.products.has(address) ||
          definitions.some((definition) => definition.slug === address && refersToProduct(one, definition)),
      );
  };
  const reached = new Set<number>();
  let fresh = [slug];
  while (fresh.length > 0) {
    const next = states.filter(
      (state) => !reached.has(state.id) && fresh.some((address) => refers(asItCounts(state), address)),
    );
    next.forEach(({ id }) => reached.add(id));
    fresh = next.map((state) => asItCounts(state).slug);
  }
  return [...reached].sort((a, b) => a - b);
}

const idsOf = (referrers: readonly Referrer[]) =>
  [...new Set(referrers.flatMap(({ kind, id }) => (kind === 'product' ? id : [])))].sort((a, b) => a - b);

const due = async () => (await read().select().from(cardsDue)).map(({ productId, of }) => `${productId} ${of}`).sort();

describe('what refers to what', () => {
  it('is as the documents say, whatever is written, taken back, deleted and brought back', async () => {
    expect(await saidByIndex()).toEqual(await saidByDocuments());
    const { id, version } = await change(context, 'smoker', (draft) => {
      draft.tags.push(' Hot ');
      draft.properties.bowl = { value: '11', unit: 'cm' };
      draft.choices.splice(0, 1);
    });
    await publishProduct(context, id, version, 99);
    const made = await createProduct(context, { title: 'Frame rest' });
    const rest = await openProduct(context, made);
    await saveDraft(context, made, {
      definition: { ...rest.draft, draws: [{ kind: 'fixed', stock: 'honey-jar-454', quantity: '2', pieces: 1 }] },
      baseVersion: rest.draftVersion,
      editor: 'test',
    });
    await expect(
      context.database.write(async (transaction) => {
        await transaction.update(products).set({ publishedRevision: null, publishedSlug: null });
        throw new Error('taken back');
      }),
    ).rejects.toThrow('taken back');
    await unpublishProduct(context, await idOf(context, 'smoker-fuel'), 99);
    expect(await saidByIndex()).toEqual(await saidByDocuments());
    const { binned } = await deleteProduct(context, made);
    expect((await saidByIndex()).filter((row) => row.startsWith(`product ${made} `))).toEqual([]);
    await bringBack(context, binned, asOwner);
    const sheet = await createSheet(context, { title: 'Care' });
    const opened = await openSheet(context, sheet);
    const placed = { ...opened.draft, places: [{ category: null, supplier: null, tag: 'hot' }] };
    const saved = await saveSheetDraft(context, sheet, { definition: placed, baseVersion: 1, editor: 'test' });
    await publishSheet(context, sheet, { version: saved, accepted: 99 });
    expect(await saidByIndex()).toEqual(await saidByDocuments());
    expect(await read().select().from(catalogReferencesDue)).toEqual([]);
  });

  it('is found at any depth as opening every document finds it', async () => {
    const states = await allStates();
    const book = await readSheets(read());
    let most = 0;
    for (const { slug } of states.map(asItCounts)) {
      const found = idsOf(await reachedFrom(read(), [{ what: 'products', key: slug }], 'inForce'));
      expect([slug, found]).toEqual([slug, reachedByDocuments(states, book, slug)]);
      most = Math.max(most, found.length);
    }
    expect(most).toBeGreaterThan(1);
  });

  it('is known within the write that changes it, and forgotten when that is taken back', async () => {
    const id = await idOf(context, 'smoker');
    const { draft } = await openProduct(context, id);
    const who = async (queries: Database['read']) =>
      (await referringTo(queries, [{ what: 'stock', key: 'mesh-fine' }], 'all')).some(
        (one) => one.kind === 'product' && one.id === id,
      );
    expect(await who(read())).toBe(false);
    await expect(
      context.database.write(async (transaction) => {
        await transaction
          .update(products)
          .set({ draft: { ...draft, draws: [{ kind: 'fixed', stock: 'mesh-fine', quantity: '1', pieces: 1 }] } })
          .where(eq(products.id, id));
        expect(await who(transaction)).toBe(true);
        throw new Error('taken back');
      }),
    ).rejects.toThrow('taken back');
    expect(await who(read())).toBe(false);
  });

  it('follows conditions by which products join slots', async () => {
    const made = await createProduct(context, { title: 'Larch super', category: 'Hive parts' });
    const { draft } = await openProduct(context, made);
    const save = async (definition: Product) => {
      const { draftVersion } = await openProduct(context, made);
      return saveDraft(context, made, { definition, baseVersion: draftVersion, editor: 'test' });
    };
    const condition = {
      category: null,
      supplier: null,
      tag: 'Made  of larch',
      property: { name: 'depth', is: { value: '0.15', unit: 'm' } },
    };
    const larch = { ...draft, sku: 'LARCH', price: '10', tags: ['made  OF larch'], notCounted: 'madeToOrder' as const };
    const publish = async (definition: Product) => publishProduct(context, made, await save(definition), 99);
    await publish({ ...larch, properties: { depth: { value: '150', unit: 'mm' } } });
    expect(await joiningBy(read(), [condition])).toEqual(['larch-super']);
    await publish({ ...larch, properties: { depth: { value: '151', unit: 'mm' } } });
    expect(await joiningBy(read(), [condition])).toEqual([]);
    expect(await joiningBy(read(), [{ ...condition, property: { name: 'depth', is: null } }])).toEqual(['larch-super']);
    expect(await joiningBy(read(), [{ ...condition, property: { name: 'dep', is: null } }])).toEqual([]);
    await unpublishProduct(context, made);
    expect(await joiningBy(read(), [{ ...condition, property: null }])).toEqual([]);
  });

  it('names each who uses something once, by its title', async () => {
    const slate = (await usersOf(read(), 'swatches', ['slate'])).get('slate');
    expect(slate?.titles).toContain('Bee suit');
    expect(slate?.titles).toEqual([...new Set(slate?.titles)].sort());
    expect(slate?.number).toBe(slate?.titles.length);
    expect((await usersOf(read(), 'swatches')).get('slate')).toEqual(slate);
    expect((await usersOf(read(), 'pictures', ['/nowhere.png'])).size).toBe(0);
  });

  it('counts all who use something, and names no more than the first twenty', async () => {
    const definitions = Array.from({ length: 23 }, (_, place) =>
      productSchema.parse({
        slug: `shown-${place}`,
        title: `Shown ${String(place).padStart(2, '0')}`,
        sku: `SHOWN-${place}`,
        pictures: [{ src: '/shown.png' }],
      }),
    );
    await context.database.write(async (transaction) => {
      for (const definition of definitions) await insertProduct(transaction, definition, context.now());
    });
    const users = (await usersOf(read(), 'pictures', ['/shown.png'])).get('/shown.png');
    expect(users?.number).toBe(23);
    expect(users?.titles).toEqual(definitions.slice(0, 20).map(({ title }) => title));
  });

  it('is made good for a database of before, and by whoever goes on after it was left halfway', async () => {
    const before = await saidByIndex();
    await context.database.write(async (transaction) => {
      await transaction.delete(catalogReferences);
      await transaction.run(
        sql`insert into catalog_references_due (kind, id, "of") select 'product', id, 'draft' from products`,
      );
      await transaction.run(
        sql`insert into catalog_references_due (kind, id, "of") select 'product', id, 'published' from products`,
      );
      await transaction.run(
        sql`insert into catalog_references_due (kind, id, "of") select 'sheet', id, 'draft' from sheets`,
      );
      await transaction.run(
        sql`insert into catalog_references_due (kind, id, "of") select 'sheet', id, 'published' from sheets`,
      );
    });
    expect(await saidByIndex()).toEqual(before);
    const other = await Database.open(context.url);
    await other.migrate();
    expect(await other.read.select().from(catalogReferencesDue)).toEqual([]);
    other.close();
  });
});

describe('cards', () => {
  beforeEach(() => freshenAllCards(context));

  it('are looked at again only where a change reaches them', async () => {
    expect(await due()).toEqual([]);
    const { id, version } = await change(context, 'smoker-fuel', (draft) => void (draft.price = '9.10'));
    expect(await due()).toEqual([`${id} draft`]);
    await publishProduct(context, id, version, 99);
    const users = (await whereUsed(context, 'products', 'smoker-fuel')).map((use) => use.id);
    expect(users.length).toBeGreaterThan(0);
    expect(new Set((await due()).map((row) => Number(row.split(' ')[0])))).toEqual(new Set([id, ...users]));
    await freshenAllCards(context);
    expect(await due()).toEqual([]);
    await changeSwatch(context, 'slate', {
      name: 'Slate',
      colours: ['#404a51'],
      picture: null,
      family: '',
      supplierCode: '',
    });
    const coloured = (await due()).length;
    const all = (await read().select({ id: products.id }).from(products)).length * 2;
    expect(coloured).toBeGreaterThan(0);
    expect(coloured).toBeLessThan(all / 2);
  });

  it('are looked at again when something joins them that was not there before, and when it leaves', async () => {
    const hive = await idOf(context, 'hive');
    const made = await createProduct(context, { title: 'Tin roof', category: 'Hive parts' });
    const { draft, draftVersion } = await openProduct(context, made);
    const version = await saveDraft(context, made, {
      definition: productSchema.parse({
        ...draft,
        sku: 'TIN',
        price: '12',
        tags: ['roof'],
        notCounted: 'madeToOrder',
        properties: {
          footprint: { value: '465', unit: 'mm' },
        },
      }),
      baseVersion: draftVersion,
      editor: 'test',
    });
    await freshenAllCards(context);
    await publishProduct(context, made, version, 99);
    expect(await due()).toContain(`${hive} published`);
    await freshenAllCards(context);
    await unpublishProduct(context, made, 99);
    expect(await due()).toContain(`${hive} published`);
    expect(await due()).not.toContain(`${made} published`);
  });

  it('that are marked again while they are worked out are looked at once more', async () => {
    const id = await idOf(context, 'smoker');
    const mark = async () =>
      (await read().select().from(cardsDue)).find((row) => row.productId === id && row.of === 'published')?.mark;
    const fuel = await change(context, 'smoker-fuel', (draft) => void (draft.price = '9.20'));
    await publishProduct(context, fuel.id, fuel.version, 99);
    const first = await mark();
    const again = await change(context, 'smoker-fuel', (draft) => void (draft.price = '9.30'));
    await publishProduct(context, again.id, again.version, 99);
    expect(await mark()).not.toBe(first);
  });
});

describe('a sheet', () => {
  it('can’t be deleted while it is in force for a product in the shop, though its draft stands elsewhere', async () => {
    const { id, version } = await change(context, 'smoker', (draft) => void draft.tags.push('hot'));
    await publishProduct(context, id, version, 99);
    const sheet = await createSheet(context, { title: 'Care' });
    const { draft } = await openSheet(context, sheet);
    const saved = await saveSheetDraft(context, sheet, {
      definition: { ...draft, places: [{ category: null, supplier: null, tag: 'hot' }] },
      baseVersion: 1,
      editor: 'test',
    });
    await publishSheet(context, sheet, { version: saved, accepted: 99 });
    await change(context, 'smoker', (edited) => void (edited.tags = edited.tags.filter((tag) => tag !== 'hot')));
    await expect(deleteSheet(context, sheet)).rejects.toMatchObject({ code: 'sheetInUse' });
  });
});
