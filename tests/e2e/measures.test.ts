import { eq } from 'drizzle-orm';
import { describe, expect, it } from 'vitest';
import { cuts, orders, stockItems, stockLots } from '@/data/schema';
import { addFormula, askForMeasure, makeStockItem, orderBasket, publish, startProduct } from '../support/acts';
import { COUNTER, DIALOG, OUTLINE, setStage } from '../support/stage';

const stage = setStage();

const item = (title: string) => stage.database.read.query.stockItems.findFirst({ where: eq(stockItems.title, title) });
const lotsOf = async (title: string) => {
  const found = await item(title);
  const lots = await stage.database.read
    .select()
    .from(stockLots)
    .where(eq(stockLots.itemId, found?.id ?? 0))
    .orderBy(stockLots.id);
  return lots.map(({ label, left }) => `${label}: ${left}`);
};
const orderOf = (name: string) => stage.database.read.query.orders.findFirst({ where: eq(orders.customerName, name) });

describe('mesh by the metre from rolls, from empty', () => {
  it('is sold by its length, with quick picks, and drawn from rolls that are entered on the way', async () => {
    const { person } = stage;
    await startProduct(stage, 'Floor mesh', 'FLOOR');
    await askForMeasure(stage, 'Length', '0.1', '25');
    await person.press('Add a quick pick');
    await person.fill('Quick pick 1', '0.5');
    await person.fill('Name of quick pick 1', 'a half');
    await person.press('Add a quick pick');
    await person.fill('Quick pick 2', '40');
    await person.sees('This quick pick would be refused. Length can be at most 25.');
    await person.press('Remove quick pick 2');
    await person.press('Price and unit', OUTLINE);
    await person.select('Sold by', 'its Length');
    await person.fill('Base price per unit', '18.50');

    await person.press('Stock', OUTLINE);
    await makeStockItem(stage, 'Product');
    await person.fill('Name', 'Floor mesh, 1 m wide', DIALOG);
    await person.select('Counted in', 'Metres (m, length)', DIALOG);
    await person.select('It is taken', 'in pieces, cut from rolls, boards or bars', DIALOG);
    await person.fill('Keep offcuts from (m)', '0.5', DIALOG);
    await person.fill('On hand now (m)', '4.2\nshort', DIALOG);
    await person.press('Create stock item', DIALOG);
    await person.sees('Line 2: “short” can’t be read as a number.');
    await person.fill('On hand now (m)', '4.2\nLast roll: 2.8', DIALOG);
    await person.press('Create stock item', DIALOG);
    await person.sees('of Floor mesh, 1 m wide');
    expect(await lotsOf('Floor mesh, 1 m wide')).toEqual(['Roll 1: 4.2', 'Last roll: 2.8']);
    await publish(stage, 'Floor mesh');
  });

  it('tells a customer how long the longest piece is, and what could be had instead', async () => {
    const { person } = stage;
    await person.goTo('/shop');
    await person.sees('€18.50 / m');
    await person.goTo('/shop/floor-mesh');
    await person.fill('Length', '5');
    await person.sees(
      'In total 7 m are left, but the longest piece is 4.2 m. We can supply one piece of up to 4.2 m or the same length in 2 pieces of 2.5 m.',
    );
    await person.press('Add to basket');
    await person.seesNoMore('is in the basket');
    await person.press('Use 4.2 m');
    await person.sees('€77.70', '[aria-label="Total"]');
    await person.press('a half');
    await person.sees('€9.25', '[aria-label="Total"]');
  });

  it('is bought by the foot, and held on the roll that the plan names', async () => {
    const { person } = stage;
    await person.fill('Length', '4 ft 6 in');
    await person.sees('= 1.3716 m');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await orderBasket(stage, 'Maren Oakes');
    const order = await orderOf('Maren Oakes');
    expect(order).toMatchObject({ state: 'paid', total: '25.37' });
    expect(await item('Floor mesh, 1 m wide')).toMatchObject({ onHand: '7', reserved: '1.3716' });
    expect(
      await stage.database.read
        .select()
        .from(cuts)
        .where(eq(cuts.orderId, order?.id ?? 0)),
    ).toMatchObject([{ length: '1.3716', count: 1, state: 'planned' }]);
  });

  it('is cut as planned, and the roll is shorter by it', async () => {
    const { person } = stage;
    const order = await orderOf('Maren Oakes');
    const job = `//article[@aria-label="Order ${order?.id ?? 0}, Floor mesh, 1 m wide"]`;
    await person.goTo('/manage/stock');
    await person.press('To be cut');
    await person.sees('1 × Floor mesh (FLOOR)');
    await person.sees('2.8 m now; 1.4284 m goes back');
    await person.press('Confirm the cuts', job);
    await person.sees(`Cut for order ${order?.id ?? 0}`);
    expect(await lotsOf('Floor mesh, 1 m wide')).toEqual(['Roll 1: 4.2', 'Last roll: 1.4284']);
    expect(await item('Floor mesh, 1 m wide')).toMatchObject({ onHand: '5.6284', reserved: '0' });
    await person.goTo(`/manage/orders/${order?.id ?? 0}`);
    await person.sees('from Last roll cut', '[aria-label="Cuts"]');
  });

  it('is cut from another roll where the cutter says so', async () => {
    const { person } = stage;
    await person.goTo('/shop/floor-mesh');
    await person.fill('Length', '0.9');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await orderBasket(stage, 'Iver Dunn');
    const order = await orderOf('Iver Dunn');
    const job = `//article[@aria-label="Order ${order?.id ?? 0}, Floor mesh, 1 m wide"]`;
    await person.goTo('/manage/cutting');
    await person.select(`Lot of 1 × 0.9 m, order ${order?.id ?? 0}`, 'Roll 1, 4.2 m free', job);
    await person.fill('Left over', '9', job);
    await person.press('Confirm the cuts', job);
    await person.sees('Roll 1 can’t have 9 m left: it had 4.2 m, and 0.9 m were cut.');
    await person.fill('Left over', '3.25', job);
    await person.press('Confirm the cuts', job);
    await person.sees(`Cut for order ${order?.id ?? 0}`);
    expect(await lotsOf('Floor mesh, 1 m wide')).toEqual(['Roll 1: 3.25', 'Last roll: 1.4284']);
  });
});

describe('hive wrap by area with waste and a minimum, from empty', () => {
  it('is charged by what is worked out, with waste and at least a quarter of a square metre', async () => {
    const { person } = stage;
    await startProduct(stage, 'Winter wrap', 'WINTER');
    await askForMeasure(stage, 'Width', '0.2', '4');
    await askForMeasure(stage, 'Height', '0.1', '2');
    await person.press('Formulas and rates', OUTLINE);
    await addFormula(stage, 'Wall', 'is shown to customers', 'width * height');
    await person.press('Price and unit', OUTLINE);
    await person.select('Sold by', 'Wall, as worked out');
    await person.fill('Base price per unit', '38');
    await person.fill('Waste allowance in percent', '10');
    await person.fill('The least that is charged', '0.25');
    await person.press('Stock', OUTLINE);
    await person.select('Product: draw from stock', 'Hive wrap felt');
    await person.select('Product, stock item 1: how much', 'as much as is charged');
    await person.fill('Width', '4 ft 6 in', COUNTER);
    await person.fill('Height', '10 cm', COUNTER);
    await person.sees('0.13716 m² needed, 0.25 m² charged × €38.00 / m²', '[aria-label="The Counter"]');
    await publish(stage, 'Winter wrap');
  });

  it('is bought with a typed 4 ft 6 in', async () => {
    const { person } = stage;
    await person.goTo('/shop/winter-wrap');
    await person.fill('Width', '4 ft 6 in');
    await person.fill('Height', '50 cm');
    // 1.3716 × 0.5 × 1.1 = 0.75438 m².
    await person.sees('€28.67', '[aria-label="Total"]');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await orderBasket(stage, 'Sunniva Rae');
    expect(await orderOf('Sunniva Rae')).toMatchObject({ state: 'paid', total: '28.67' });
    expect(await item('Hive wrap felt')).toMatchObject({ onHand: '45.74562' });
  });
});

describe('netting with posts by formula, from empty', () => {
  it('counts its posts, is tried out in a table, and drawn with its breaks', async () => {
    const { person } = stage;
    await startProduct(stage, 'Garden netting', 'GARDEN');
    await askForMeasure(stage, 'Run', '1', '20');
    await askForMeasure(stage, 'Height', '1', '2');
    await person.press('Choices', OUTLINE);
    await person.fill('Ask customers for', 'Posts');
    await person.select('as', 'a number');
    await person.press('Add choice');
    await person.press('Formulas and rates', OUTLINE);
    await addFormula(stage, 'Net', 'is the base price', 'area = run * height\narea * 3.20 EUR/m2');
    await addFormula(stage, 'Usual posts', 'default answer', 'ceil(run / 2.5 m) + 1');
    await person.select('of', 'Posts', '//*[@aria-label="Formula Usual posts"]');
    await addFormula(stage, 'Post price', 'adds to the price', 'posts * 9.80 EUR');
    await addFormula(stage, 'Most height', 'is the most', 'if(run > 10 m, 1.5 m, 2 m)');
    await person.select('of', 'Height', '//*[@aria-label="Formula Most height"]');
    await person.fill('Run', '8', COUNTER);
    await person.fill('Height', '1.5', COUNTER);
    // 12 m² at 3.20 and five posts at 9.80.
    await person.sees('€87.40', '[aria-label="The Counter"]');
    await person.press('Add a trial');
    await person.fill('Run, trial 1', '12.6');
    await person.sees('Height', '[aria-label="Trials"]');
    await person.sees('It jumps after 2.5 m from', '[aria-label="Price chart"]');
    await person.fill('Height', '1.8', COUNTER);
    await person.fill('Run', '12', COUNTER);
    await person.sees('Height can be at most 1.5 m.', '[aria-label="The Counter"]');
    await person.press('Stock', OUTLINE);
    await person.select('Product: draw from stock', 'Chestnut post, 2.4 m');
    await person.select('Product, stock item 1: how much', 'as much as Posts');
    await publish(stage, 'Garden netting');
  });

  it('is bought with the posts that follow from a typed 4 ft 6 in', async () => {
    const { person } = stage;
    await person.goTo('/shop/garden-netting');
    await person.fill('Run', '4 ft 6 in');
    await person.fill('Height', '1');
    // 1.3716 m² at 3.20, and two posts.
    await person.sees('€23.99', '[aria-label="Total"]');
    await person.press('Add to basket');
    await person.sees('is in the basket');
    await orderBasket(stage, 'Linnea Frost');
    expect(await orderOf('Linnea Frost')).toMatchObject({ state: 'paid', total: '23.99' });
    expect(await item('Chestnut post, 2.4 m')).toMatchObject({ onHand: '118' });
  });
});
