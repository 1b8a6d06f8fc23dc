import { eq } from 'drizzle-orm';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { lineViews, orderLines, orders, products, swatches } from '@/data/schema';
import { tintMatrix } from '@/core/picture';
import { orderBasket } from '../support/acts';
import { PATIENCE } from '../support/browser';
import { COUNTER, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

/** The outline of what is burnt into the board, once its face is there. */
async function burnt(): Promise<string> {
  const outline = await stage.person.find('main svg path[fill="#3a1f0e"]');
  return (await outline.getAttribute('d')) ?? '';
}

async function until(holds: () => Promise<boolean>): Promise<void> {
  await stage.browser.driver.wait(holds, PATIENCE);
}

const paint = async () => {
  const row = await stage.database.read.query.products.findFirst({ where: eq(products.title, 'Hive paint') });
  return row?.draft.views[0];
};
const paintLayer = async () => (await paint())?.layers[0];

describe('a branding iron', () => {
  it('shows what is typed, as it is typed, and says when nobody could read it', async () => {
    const { person } = stage;
    await person.goTo('/shop/branding-iron');
    await person.fill('Words to burn', 'LARK');
    await person.find('main svg[aria-label*="LARK"]');
    const four = await burnt();
    await person.fill('Words to burn', 'LARKS');
    await until(async () => (await burnt()) !== four);
    await person.pick('Slab');
    await until(async () => (await burnt()).length > 0 && (await burnt()) !== four);
    await person.fill('Words to burn', 'MWMWMWMWMWMWMWMWMW');
    await person.sees('A shorter text is larger.');
    await person.fill('Words to burn', 'LARK & FOX');
    await person.seesNoMore('A shorter text is larger.');
  });

  it('is in the basket and the order as it was seen, and made from there', async () => {
    const { person, browser } = stage;
    await person.click(await person.find('//label[contains(., "I have read my words")]'));
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await person.goTo('/shop/basket');
    const picture = await person.find('[role="img"] img[src^="/api/shop/basket"]');
    await until(async () => browser.driver.executeScript<boolean>('return arguments[0].naturalWidth === 900', picture));
    await person.fill('Name', 'Ada Fenn');
    await person.fill('E-mail', 'ada@fenn.example');
    await person.press('Order and pay');
    const customers = () =>
      stage.database.read.query.orders.findFirst({ where: eq(orders.customerEmail, 'ada@fenn.example') });
    await until(async () => (await customers()) !== undefined);
    const order = await customers();
    const kept = await stage.database.read
      .select({ title: lineViews.title, hash: lineViews.hash, scene: lineViews.scene })
      .from(lineViews)
      .innerJoin(orderLines, eq(orderLines.id, lineViews.lineId))
      .where(eq(orderLines.orderId, order?.id ?? 0));
    expect(kept.map(({ title, scene }) => [title, scene.millimetres, scene.alt])).toEqual([
      ['Burnt into a board', 1, 'Branding iron, LARK & FOX, Slab'],
    ]);
    await person.goTo(`/manage/orders/${order?.id ?? 0}`);
    const link = await person.find('//a[normalize-space()="Burnt into a board as PDF, true to scale"]');
    expect(await link.getAttribute('href')).toContain(`/api/manage/drawn/${kept[0]?.hash ?? ''}?as=pdf`);
  });
});

describe('a view', () => {
  it('begins with the main picture, and takes the chosen colour', async () => {
    const { person } = stage;
    await person.goTo('/manage/products/5');
    await person.press('Views', OUTLINE);
    await person.press('View from the main picture');
    await person.select('It takes on', 'the colour of Colour');
    await person.pick('Barn red', COUNTER);
    const red = await stage.database.read.query.swatches.findFirst({ where: eq(swatches.key, 'barn-red') });
    const wanted = tintMatrix(red?.colours[0] ?? '');
    const tint = 'return document.querySelector("[data-stage] feColorMatrix")?.getAttribute("values") ?? null';
    await until(async () => (await stage.browser.driver.executeScript<string | null>(tint)) === wanted);
    await until(async () => {
      const layer = await paintLayer();
      return layer?.kind === 'picture' && layer.tint?.kind === 'chosen' && layer.tint.choice === 'colour';
    });
  });

  it('is arranged by keyboard', async () => {
    const { person, browser } = stage;
    const frame = await person.find('[data-stage] [data-layer="background"]');
    await browser.driver.executeScript('arguments[0].focus()', frame);
    await browser.driver.actions().sendKeys(Key.ARROW_RIGHT, Key.ARROW_DOWN, Key.ARROW_DOWN).perform();
    await until(async () => (await paintLayer())?.x === '1' && (await paintLayer())?.y === '2');
    await browser.driver.actions().keyDown(Key.ALT).sendKeys(Key.ARROW_RIGHT).keyUp(Key.ALT).perform();
    await until(async () => (await paintLayer())?.width === '401');
  });

  it('is arranged by dragging, which undo takes back', async () => {
    const { person, browser } = stage;
    await person.press('Add a layer');
    await person.click(await person.find('//*[@role="menuitem"][contains(., "Surface")]'));
    await until(async () => (await paint())?.layers.length === 2);
    const before = (await paint())?.layers[1];
    const frame = await person.find('[data-stage] [data-layer="surface"]');
    await browser.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', frame);
    await person.find('.moveable-control');
    await browser.driver
      .actions()
      .move({ origin: frame })
      .press()
      .move({ origin: frame, x: 37, y: 23 })
      .move({ origin: frame, x: 61, y: 41 })
      .release()
      .perform();
    await until(async () => Number((await paint())?.layers[1]?.x) > Number(before?.x));
    const after = (await paint())?.layers[1];
    expect(Number(after?.y)).toBeGreaterThan(Number(before?.y));
    expect([after?.width, after?.height]).toEqual([before?.width, before?.height]);
    await person.press('Undo');
    await until(async () => (await paint())?.layers[1]?.x === before?.x);
  });

  it('says where the workshop cuts, and on which sheets the pieces of an order are laid', async () => {
    const { person } = stage;
    const cutLine = 'A cut line: only in the workshop’s drawing';
    await person.pick(cutLine);
    await person.find('[data-stage] g[id$="cut-lines"] path');
    await until(async () => {
      const layer = (await paint())?.layers[1];
      return layer?.kind === 'shape' && layer.cut;
    });
    await person.pick(cutLine);
    await person.press('400 × 300');
    await person.select('True to scale', 'yes, in millimetres');
    await person.pick('The workshop’s drawing has bleed, crop marks or sheets');
    await person.pick('Pieces of an order are laid on sheets');
    await person.fill('Sheet width in mm', '0');
    await person.sees('The width of the sheet in the workshop’s drawing must be more than 0.');
    await person.fill('Sheet width in mm', '700');
    await person.seesNoMore('must be more than 0.');
    await until(async () => (await paint())?.workshop?.sheet?.width === '700');
  });

  it('says what is missing, and is seen in the shop once it is published', async () => {
    const { person } = stage;
    await person.select('Shape', 'frame');
    await person.fill('Width of its bars', '0');
    await person.sees('The width of the bars on the picture must be more than 0.');
    await person.fill('Width of its bars', '12');
    await person.seesNoMore('must be more than 0.');
    await person.sees('Saved', '[aria-label="Draft"]');
    await person.press('Publish');
    await person.sees('revision 2 in the shop');
    await person.goTo('/shop/hive-paint');
    await person.pick('Sage');
    await person.find('main svg[aria-label*="Sage"]');
    await person.find('[aria-label="Show Front"]');
  });
});

describe('a hive', () => {
  it('is stacked from what is in its slots', async () => {
    const { person } = stage;
    await person.goTo('/shop/hive');
    const pieces = () =>
      stage.browser.driver.executeScript<number>(
        'return document.querySelectorAll("main svg g[transform^=translate]").length',
      );
    await person.press('First colony');
    // Floor, brood box, super, crown board, roof; each again in the thumbnail.
    await until(async () => (await pieces()) === 10);
    await person.press('A strong year');
    await until(async () => (await pieces()) === 16);
  });
});

describe('pieces at anchor points', () => {
  const pieces = async () => {
    const hive = await stage.database.read.query.products.findFirst({ where: eq(products.publishedSlug, 'hive') });
    return { id: hive?.id ?? 0, layer: hive?.draft.views[0]?.layers.find(({ kind }) => kind === 'pieces') };
  };
  const points = async () => {
    const { layer } = await pieces();
    return layer?.kind === 'pieces' ? layer.at.map(({ x, y }) => `${String(x)} ${String(y)}`) : [];
  };

  it('are put where they belong on the picture, by dragging and by keys', async () => {
    const { person, browser } = stage;
    await person.goTo(`/manage/products/${(await pieces()).id}`);
    await person.press('Views', OUTLINE);
    await person.press('Floor, boxes and roof', '//section[@aria-label="Layers"]');
    await person.press('Add an anchor point');
    await person.press('Add an anchor point');
    await until(async () => (await points()).length === 2);
    const [first = '', second = ''] = await points();
    const dot = await person.find('[data-stage] [data-point="0"]');
    await browser.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', dot);
    await browser.driver
      .actions()
      .move({ origin: dot })
      .press()
      .move({ origin: dot, x: -20, y: 10 })
      .move({ origin: dot, x: -40, y: 60 })
      .release()
      .perform();
    await until(async () => (await points())[0] !== first);
    const [x, y] = (await points())[0]?.split(' ').map(Number) ?? [];
    const [wasX, wasY] = first.split(' ').map(Number);
    expect([(x ?? 0) < (wasX ?? 0), (y ?? 0) > (wasY ?? 0)]).toEqual([true, true]);
    await browser.driver.executeScript('arguments[0].focus()', await person.find('[data-point="1"]'));
    await browser.driver.actions().sendKeys(Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_UP).perform();
    const [beforeX, beforeY] = second.split(' ').map(Number);
    await until(async () => (await points())[1] === `${(beforeX ?? 0) - 2} ${(beforeY ?? 0) - 1}`);
    await person.press('Remove anchor point 2');
    await until(async () => (await points()).length === 1);
  });
});

describe('an uploaded picture on a label', () => {
  const FRAME = 'main [aria-hidden] > svg > rect';
  const artwork = async () => {
    const line = await stage.database.read.query.orderLines.findFirst({ where: eq(orderLines.title, 'Jar labels') });
    return line?.answers.artwork as readonly { file: string; across: number; down: number; size: number }[];
  };

  it('is dragged in its frame, turned and enlarged, and told where it is too coarse to print', async () => {
    const { person, browser } = stage;
    const file = join(mkdtempSync(join(tmpdir(), 'oak-knot-logo-')), 'logo.png');
    const logo = sharp({ create: { width: 600, height: 300, channels: 3, background: '#b5651d' } });
    writeFileSync(file, await logo.png().toBuffer());
    await person.goTo('/shop/jar-labels');
    await browser.driver.findElement({ css: 'input[type=file]' }).sendKeys(file);
    await person.sees('600 × 300 pixels');
    const frame = await person.find(FRAME);
    await browser.driver
      .actions()
      .move({ origin: frame })
      .press()
      .move({ origin: frame, x: 40, y: 20 })
      .release()
      .perform();
    await person.find('main svg g[clip-path] image, main svg image[clip-path]');
    expect(await person.textOf('[aria-label^="How logo.png lies"]')).toMatch(/Across [1-9]/);
    await person.press('Turn by a quarter');
    await person.find('main svg g[clip-path] image[transform^="rotate(90 "]');
    const size = await person.field('Size');
    for (let times = 0; times < 5; times += 1) await size.sendKeys(Key.PAGE_UP);
    await person.sees('pixels to an inch; to be printed sharp it needs 200');
    await person.press('As it came');
    await person.seesNoMore('to be printed sharp');
    await size.sendKeys(Key.ARROW_LEFT);
    await person.sees('99 %');
  });

  it('goes into the order as it lies, and into what is printed', async () => {
    const { person } = stage;
    await person.fill('Quantity', '100');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await orderBasket(stage, 'Isolde Marsh');
    await until(async () => (await artwork())[0]?.size === 99);
    const [view] = await stage.database.read
      .select({ scene: lineViews.scene })
      .from(lineViews)
      .innerJoin(orderLines, eq(orderLines.id, lineViews.lineId))
      .where(eq(orderLines.title, 'Jar labels'));
    const token = (await artwork())[0]?.file;
    expect(JSON.stringify(view?.scene.nodes)).toContain(`upload:${token}`);
    expect(JSON.stringify(view?.scene.nodes)).toContain('"moved"');
  });
});
