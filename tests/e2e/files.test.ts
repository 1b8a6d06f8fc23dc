import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { eq } from 'drizzle-orm';
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { products, stockItems } from '@/data/schema';
import { toolsOf } from '../support/browser';
import { OUTLINE, setStage } from '../support/stage';

const stage = setStage();
let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

type Said = Record<string, unknown> & { slug: string };

/** The catalog as it is downloaded, with something in it said otherwise, as a file. */
async function changedFile(name: string, change: (catalog: { products: Said[] }) => void): Promise<string> {
  const answer = await stage.server.ask('/api/manage/catalog-file?as=zip');
  const entries = unzipSync(new Uint8Array(await answer.arrayBuffer()));
  const catalog = JSON.parse(strFromU8(entries['catalog.json'] ?? new Uint8Array())) as { products: Said[] };
  change(catalog);
  const path = join(folder, name);
  writeFileSync(path, zipSync({ ...entries, 'catalog.json': strToU8(JSON.stringify(catalog)) }));
  return path;
}

const say = ({ products: all }: { products: Said[] }, slug: string, what: object) => {
  Object.assign(all.find((product) => product.slug === slug) ?? {}, what);
};

async function choose(path: string): Promise<void> {
  await stage.browser.driver.findElement(By.css('input[aria-label="File to import"]')).sendKeys(path);
}

const inShop = (slug: string) =>
  stage.database.read.query.products.findFirst({ where: eq(products.publishedSlug, slug) });

describe('a catalog that comes back changed', () => {
  it('is looked at, decided about, imported, and taken back', async () => {
    const { person } = stage;
    const path = await changedFile('autumn.zip', (catalog) => {
      say(catalog, 'bee-suit', { price: '133.00' });
      say(catalog, 'hook-tool', { title: 'Queen cage', sku: 'CAGE' });
    });
    await person.goTo('/manage/files');
    await choose(path);
    await person.sees('0 new, 1 changed, 1 with the name of something else here');
    await person.sees('price: 129.00 → 133.00');
    expect((await inShop('bee-suit'))?.draft.price).toBe('129.00');
    await person.sees('Choose what becomes of it');
    await person.select('What becomes of Queen cage', 'Keep both');
    await person.press('Import');
    await person.sees('1 new, 1 changed', '[aria-label="Past imports"]');
    expect((await inShop('bee-suit'))?.draft.price).toBe('133.00');
    expect([(await inShop('hook-tool'))?.title, (await inShop('hook-tool-2'))?.title]).toEqual([
      'Hook-end hive tool',
      'Queen cage',
    ]);
    // Customers see it at once.
    await person.goTo('/shop/hook-tool-2');
    await person.sees('Queen cage');
    await person.goTo('/manage/files');
    await person.press('Undo autumn.zip');
    await person.sees('Taken back', '[aria-label="Past imports"]');
    expect([(await inShop('bee-suit'))?.draft.price, await inShop('hook-tool-2')]).toEqual(['129.00', undefined]);
  });

  it('tells how far it has come, and leaves nothing where it is stopped', async () => {
    const { person, database } = stage;
    const path = await changedFile('many.zip', (catalog) => {
      const begun = catalog.products.find(({ slug }) => slug === 'hook-tool');
      for (let place = 0; place < 1_200; place += 1)
        catalog.products.push({ ...begun, slug: `tool-${place}`, title: `Tool ${place}`, sku: `T-${place}` });
    });
    const before = await database.read.$count(products);
    await person.goTo('/manage/files');
    await choose(path);
    await person.sees('1200 new');
    await person.press('Import');
    await person.press('Stop');
    await person.sees('Stopped. Nothing was imported.');
    expect(await database.read.$count(products)).toBe(before);
    await person.press('Discard');
  });

  it('says what keeps it from coming in, and where', async () => {
    const { person } = stage;
    const broken = await changedFile('broken.zip', (catalog) =>
      say(catalog, 'smoker', { draws: [{ kind: 'fixed', stock: 'gone', quantity: '1' }] }),
    );
    await person.goTo('/manage/files');
    await choose(broken);
    await person.sees('to fix before it can be imported');
    await person.sees('There is no stock item “gone”.');
    await person.press('Discard');
    const nothing = join(folder, 'picture.json');
    writeFileSync(nothing, '{"format":"other"}');
    await choose(nothing);
    await person.sees('picture.json can’t be read.');
    expect(await toolsOf(stage.browser).manage().logs().get('browser')).toEqual([
      expect.objectContaining({ message: expect.stringContaining('422') as string }),
    ]);
  });
});

describe('a revision', () => {
  it('is compared with the draft, and one part of it restored', async () => {
    const { person } = stage;
    const suit = await inShop('bee-suit');
    await person.goTo(`/manage/products/${suit?.id}`);
    await person.fill('Short description', 'For cold days');
    await person.fill('Name', 'Winter suit');
    await person.press('Revisions', OUTLINE);
    await person.press('Open Revision 1');
    await person.sees('“Winter suit”', '[aria-label="Differences"]');
    await person.press('Restore title', '//table[@aria-label="Differences"]');
    await person.sees('Brought back as the draft');
    await stage.browser.driver.wait(async () => (await inShop('bee-suit'))?.draft.title === 'Bee suit');
    expect((await inShop('bee-suit'))?.draft.summary).toBe('For cold days');
  });
});

describe('a spreadsheet', () => {
  it('is downloaded, changed, looked at and imported; what it doesn’t read is told', async () => {
    const { person } = stage;
    const path = join(folder, 'prices.csv');
    const answer = await stage.server.ask('/api/manage/spreadsheets/products?as=csv-comma');
    const text = (await answer.text()).replace(/^(smoker;.*;)42,00(;.*)$/m, '$143,50$2').replace(/(?=\r\n)/g, ';x');
    writeFileSync(path, text.replace(';x', ';Shelf'));
    await person.goTo('/manage/files');
    await choose(path);
    await person.sees('0 new, 1 changed. Nothing is imported yet.');
    await person.sees('price: 42.00 → 43.50');
    await person.sees('The column “Shelf” is not read.');
    await person.click(await person.find('//label[contains(., "Products and sheets as drafts")]'));
    await person.sees('draft, price: 42.00 → 43.50');
    await person.press('Import');
    await person.sees('1 changed', '[aria-label="Past imports"]');
    const smoker = await inShop('smoker');
    expect([smoker?.draft.price, smoker?.state]).toEqual(['43.50', 'changed']);
    await person.press('Undo prices.csv');
    await stage.browser.driver.wait(async () => (await inShop('smoker'))?.draft.price === '42.00', 10_000);
  });

  it('of what was counted is opened where stock is counted; what has no count is left out', async () => {
    const { person } = stage;
    const path = join(folder, 'counted.csv');
    const answer = await stage.server.ask('/api/manage/spreadsheets/count?as=csv');
    writeFileSync(path, (await answer.text()).replace(/^(crown-board,.*,)(?=\r\n)/m, '$122'));
    await person.goTo('/manage/count');
    await stage.browser.driver.findElement(By.css('input[aria-label="Spreadsheet of lines"]')).sendKeys(path);
    await person.sees('25 pieces → 22 pieces');
    await person.fill('Why', 'Counted on the shelf');
    await person.press('Post 1 count');
    await person.sees('1 count posted');
    const board = await stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.key, 'crown-board') });
    expect(board?.onHand).toBe('22');
  });
});
