import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { lineViews, orderLines, orders, products, sheets } from '@/data/schema';
import { PATIENCE } from '../support/browser';
import { COUNTER, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const gift = () => stage.database.read.query.sheets.findFirst({ where: eq(sheets.key, 'gift') });

describe('layers of a sheet', () => {
  it('are set up on a product that has it, and seen there once the sheet is published', async () => {
    const { person, browser } = stage;
    const row = await gift();
    await person.goTo(`/manage/sheets/${row?.id ?? 0}`);
    await person.press('Layers on views', OUTLINE);
    await person.sees('The card');
    // Called as the view of the product that it is to lie over, and at its scale.
    await person.press('Empty view');
    await person.fill('Name of the view', 'Burnt into a board');
    await person.press('400 × 300');
    await person.select('True to scale', 'yes, in millimetres');
    await person.press('Add a layer');
    await person.click(await person.find('//*[@role="menuitem"][contains(., "Lettering")]'));
    await person.sees('On Branding iron, as chosen beside.');
    await person.press('As a gift', COUNTER);
    await person.fill('Words on a card', 'FOR NELL', COUNTER);
    await person.find('//*[@data-stage]//*[local-name()="svg"][contains(@aria-label, "FOR NELL")]');
    const frames = () =>
      browser.driver.executeScript<string[]>(
        'return [...document.querySelectorAll("[data-stage] [data-layer]")].map((frame) => frame.dataset.layer)',
      );
    // What is the product’s own lies below, and is not edited here.
    await browser.driver.wait(async () => (await frames()).length === 1, PATIENCE);
    await person.press('See the ripple and publish');
    await person.press('Publish', '//*[@role="dialog"]');
    await person.sees('Revision 2 is in force');
    expect((await gift())?.draft.views.map(({ title, layers }) => [title, layers.length])).toEqual([
      ['The card', 4],
      ['Burnt into a board', 1],
    ]);

    const iron = await stage.database.read.query.products.findFirst({
      where: eq(products.publishedSlug, 'branding-iron'),
    });
    await person.goTo(`/manage/products/${iron?.id ?? 0}`);
    await person.press('Views', OUTLINE);
    await person.sees('On top of Burnt into a board: 1 layer of As a gift. As a gift brings the view The card.');
  });

  it('are bought with the product, each view for the workshop, and stand for it only where it has none', async () => {
    const { person } = stage;
    await person.goTo('/shop/branding-iron');
    await person.fill('Words to burn', 'LARK');
    await person.click(await person.find('//label[contains(., "I have read my words")]'));
    await person.press('As a gift');
    await person.fill('Words on a card', 'For Nell');
    await person.press('Show The card');
    await person.find('main svg[aria-label*="For Nell"]');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await person.goTo('/shop/basket');
    await person.fill('Name', 'Ada Fenn');
    await person.fill('E-mail', 'ada@fenn.example');
    await person.press('Order and pay');
    await person.sees('Thank you');
    const kept = await stage.database.read
      .select({ view: lineViews.view, title: lineViews.title })
      .from(lineViews)
      .innerJoin(orderLines, eq(orderLines.id, lineViews.lineId))
      .innerJoin(orders, eq(orders.id, orderLines.orderId))
      .where(eq(orders.customerEmail, 'ada@fenn.example'));
    expect(kept).toEqual([
      { view: 'board', title: 'Burnt into a board' },
      { view: 'gift.card', title: 'The card' },
    ]);
  });
});
