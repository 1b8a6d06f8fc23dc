import { eq } from 'drizzle-orm';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { products, typefaces } from '@/data/schema';
import { PATIENCE } from '../support/browser';
import { fontOf, LETTERS, nobodys } from '../support/font-of';
import { OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const folder = mkdtempSync(join(tmpdir(), 'oak-knot-'));

/** Chooses a font file where one is uploaded. */
async function choose(name: string, bytes: Buffer): Promise<void> {
  const path = join(folder, name);
  writeFileSync(path, bytes);
  await stage.person.find('//button[normalize-space()="Upload a typeface"]');
  await stage.browser.driver.findElement(By.css('input[aria-label="Upload a typeface"]')).sendKeys(path);
}

const iron = () => stage.database.read.query.products.findFirst({ where: eq(products.publishedSlug, 'branding-iron') });

describe('typefaces', () => {
  it('are uploaded, whosever they are said to be, called otherwise, and deleted', async () => {
    const { person } = stage;
    await person.goTo('/manage/typefaces');
    await choose('notes.ttf', Buffer.from('Bring four frames of brood.'));
    await person.sees('This is not a font file that can be used.');
    await choose('Hive Stencil.ttf', await nobodys(LETTERS));
    await person.sees('“Hive Stencil.ttf” doesn’t say whose it is.');
    await person.fill('Whose it is, and its licence', 'Elder & Vane, no. 1182');
    await person.press('Upload it');
    await person.sees('“Hive Stencil” is there');
    await person.sees('95 signs');
    await person.press('Change Hive Stencil');
    await person.fill('Name', 'Crate stencil');
    await person.press('Save');
    await person.sees('Crate stencil', 'main');
    const rows = () => stage.database.read.query.typefaces.findMany();
    expect((await rows()).map(({ title, licence }) => [title, licence])).toEqual([
      ['Crate stencil', 'Elder & Vane, no. 1182'],
    ]);
    await person.press('Change Crate stencil');
    await person.press('Delete it');
    await person.seesNoMore('Crate stencil', 'main');
    expect(await rows()).toEqual([]);
  });

  it('letter an option from the editor to the shop', async () => {
    const { person, browser } = stage;
    const product = await iron();
    await person.goTo(`/manage/products/${product?.id ?? 0}`);
    await person.press('Lettering', OUTLINE);
    await person.press('More about Slab');
    await choose('stencil.ttf', await fontOf(LETTERS));
    await person.sees('“IBM Plex Mono Bold” is there');
    const face = await person.field('Typeface');
    const [kept] = await stage.database.read.select({ hash: typefaces.hash }).from(typefaces);
    await browser.driver.wait(async () => (await face.getAttribute('value')) === `/typefaces/${kept?.hash}`, PATIENCE);
    await person.press('Publish');
    await person.sees('revision 2 in the shop');
    await person.goTo('/shop/branding-iron');
    await person.fill('Words to burn', 'LARK');
    const burnt = async () =>
      (await browser.driver.executeScript<string | null>(
        'return document.querySelector(\'main svg path[fill="#3a1f0e"]\')?.getAttribute("d") ?? null',
      )) ?? '';
    await browser.driver.wait(async () => (await burnt()) !== '', PATIENCE);
    const before = await burnt();
    await person.pick('Slab');
    await browser.driver.wait(async () => !['', before].includes(await burnt()), PATIENCE);
    // The tile of the option is written in it, too.
    const loaded = () =>
      browser.driver.executeScript<boolean>(
        'return [...document.fonts].some((font) => font.family.includes(arguments[0]) && font.status === "loaded")',
        kept?.hash ?? '?',
      );
    await browser.driver.wait(loaded, PATIENCE);
  });
});
