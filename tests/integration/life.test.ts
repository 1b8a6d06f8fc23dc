import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { productSchema, sheetSchema } from '@/core/catalog';
import { type Queries } from '@/data/database';
import { type Life, openDraft, publishRevision, saveDraftOf, seenDraft } from '@/services/drafts/life';
import { productLife } from '@/services/products/life';
import { sheetLife } from '@/services/sheets/life';
import { openServices, type TestServices } from '../support/services';
import { insertProduct, insertSheet } from '../support/begin';

let context: TestServices;
beforeEach(async () => {
  context = await openServices({ demo: false });
});
afterEach(() => context.close());

interface Lived<Definition extends { title: string }> {
  readonly life: Life<Definition>;
  start(transaction: Queries, at: Date): Promise<number>;
  titled(title: string): Definition;
}

const product = (title: string) => productSchema.parse({ slug: 'frame', title, sku: 'FR', price: '2' });
const sheet = (title: string) => sheetSchema.parse({ key: 'gift', title });
const lives = {
  product: {
    life: productLife,
    start: (transaction, at) => insertProduct(transaction, product('First'), at),
    titled: product,
  } satisfies Lived<ReturnType<typeof product>>,
  sheet: {
    life: sheetLife,
    start: (transaction, at) => insertSheet(transaction, sheet('First'), at),
    titled: sheet,
  } satisfies Lived<ReturnType<typeof sheet>>,
};

/** What holds of anything that is edited and published. */
function lived<Definition extends { title: string }>({ life, start, titled }: Lived<Definition>): void {
  const write = <T>(work: (transaction: Queries) => Promise<T>) => context.database.write(work);
  const save = (id: number, title: string, baseVersion: number, editor = 'ada') =>
    write((transaction) =>
      saveDraftOf(life, transaction, { id, at: context.now(), definition: titled(title), baseVersion, editor }),
    );
  const open = (id: number) => openDraft(life, context.database.read, id);

  it('counts up with every save, and says who it gives way to', async () => {
    const id = await write((transaction) => start(transaction, context.now()));
    expect(await open(id)).toMatchObject({
      id,
      draftVersion: 1,
      publishedRevision: null,
      publishedDraftVersion: null,
      draft: { title: 'First' },
    });
    expect(await save(id, 'Second', 1)).toBe(2);
    await expect(save(id, 'Third', 1, 'ben')).rejects.toMatchObject({
      status: 409,
      code: 'draftConflict',
      details: { current: { version: 2, savedBy: 'ada', definition: { title: 'Second' } } },
    });
    expect((await open(id)).draft.title).toBe('Second');
  });

  it('takes a save whose answer got lost for the same save', async () => {
    const id = await write((transaction) => start(transaction, context.now()));
    await save(id, 'Second', 1);
    expect(await save(id, 'Second', 1)).toBe(2);
    await expect(save(id, 'Second', 1, 'ben')).rejects.toMatchObject({ code: 'draftConflict' });
    await expect(save(id, 'Another', 1)).rejects.toMatchObject({ code: 'draftConflict' });
  });

  it('is published as it was seen, in revisions that count up, and knows which draft each was', async () => {
    const id = await write((transaction) => start(transaction, context.now()));
    const publish = (version: number) =>
      write(async (transaction) => {
        const { draft } = await seenDraft(life, transaction, id, version);
        return publishRevision(life, transaction, { id, draft, draftVersion: version }, context.now());
      });
    expect(await publish(1)).toBe(1);
    await save(id, 'Second', 1);
    await expect(publish(1)).rejects.toMatchObject({ status: 409, code: 'draftMoved' });
    expect(await open(id)).toMatchObject({ draftVersion: 2, publishedRevision: 1, publishedDraftVersion: 1 });
    expect(await publish(2)).toBe(2);
    expect(await open(id)).toMatchObject({ publishedRevision: 2, publishedDraftVersion: 2 });
  });

  it('may be refused a save by whoever looks at what is stored, and keeps it then', async () => {
    const id = await write((transaction) => start(transaction, context.now()));
    const refused = write((transaction) =>
      saveDraftOf(
        life,
        transaction,
        { id, at: context.now(), definition: titled('Second'), baseVersion: 1, editor: 'ada' },
        ({ draft }) => {
          throw new Error(`not over ${draft.title}`);
        },
      ),
    );
    await expect(refused).rejects.toThrow('not over First');
    expect((await open(id)).draftVersion).toBe(1);
    await expect(open(id + 99)).rejects.toMatchObject({ status: 404 });
  });
}

describe('a product', () => lived(lives.product));
describe('a sheet', () => lived(lives.sheet));
