import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { eq } from 'drizzle-orm';
import { By } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { products } from '@/data/schema';
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
  const answer = await fetch(`${stage.server.origin}/api/manage/catalog-file?as=zip`);
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
  await stage.browser.driver.findElement(By.css('input[aria-label="Catalog file"]')).sendKeys(path);
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

  it('says what keeps it from coming in, and where', async () => {
    const { person } = stage;
    const broken = await changedFile('broken.zip', (catalog) =>
      say(catalog, 'smoker', { draws: [{ kind: 'fixed', stock: 'gone', quantity: '1' }] }),
    );
    await person.goTo('/manage/files');
    await choose(broken);
    await person.sees('to fix in the file before it can be imported');
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
