import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { ANY_QUANTITY } from '@/core/ordering';
import { applyBulk, lastBulk, previewBulk, undoBulk } from '@/services/products/bulk';
import { type BulkChange } from '@/services/products/bulk-change';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { listProducts } from '@/services/products/list';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const sheets = async (id: number) => (await openProduct(context, id)).draft.sheets.map(({ key, leftOut }) => `${key}${leftOut ? ' left out' : ''}`);
const keys = async (id: number) => (await openProduct(context, id)).draft.choices.map(({ key }) => key);
const place: BulkChange = { kind: 'placeSheet', sheet: 'gift', products: [1, 2, 9] };
const copy = (clash: 'keep' | 'replace', from = 1): BulkChange => ({ kind: 'copyChoices', from, choices: ['veil', 'name'], clash, products: [1, 2, 3] });

describe('a change of many products', () => {
  it('says beforehand what it would do, and does nothing', async () => {
    const { words, rows } = await previewBulk(context, place);
    expect(words).toBe('Place the sheet As a gift');
    expect(rows.map(({ title, does, changes, priceAfter }) => [title, does, changes, priceAfter])).toEqual([
      ['Bee suit', 'gets 4 choices', true, '€129.00 – €186.42'],
      ['Smoker', 'has it already', false, '€42.00 – €80.28'],
      ['Stainless mesh', 'gets 4 choices', true, '€18.50 – €21.70 / m'],
    ]);
    expect(await sheets(1)).toEqual([]);
  });

  it('places a sheet, takes it off, and both can be taken back', async () => {
    const placed = await applyBulk(context, place);
    expect(placed.changed).toBe(2);
    expect([await sheets(1), await sheets(2), await sheets(9)]).toEqual([['gift'], ['gift'], []]);
    const takenOff = await applyBulk(context, { ...place, kind: 'takeOffSheet' });
    // What a condition places is left out by saying so.
    expect([await sheets(1), await sheets(2), await sheets(9)]).toEqual([[], [], ['gift left out']]);
    expect(await undoBulk(context, takenOff.id)).toEqual({ restored: 3, kept: [] });
    expect([await sheets(1), await sheets(9)]).toEqual([['gift'], []]);
    expect(await lastBulk(context)).toBeNull();
  });

  it('copies choices, keeping or replacing those of the same inside name', async () => {
    await applyBulk(context, copy('keep'));
    expect([await keys(1), await keys(2)]).toEqual([
      ['size', 'cloth', 'veil', 'name', 'reinforced', 'pockets'],
      ['opening', 'length', 'hemmed', 'veil', 'name'],
    ]);
    const { draft, draftVersion } = await openProduct(context, 2);
    const renamed = { ...draft, choices: draft.choices.map((choice) => (choice.key === 'name' ? { ...choice, title: 'My own' } : choice)) };
    await saveDraft(context, 2, { definition: renamed, baseVersion: draftVersion, editor: 'test' });
    await applyBulk(context, copy('keep'));
    expect((await openProduct(context, 2)).draft.choices.at(-1)?.title).toBe('My own');
    await applyBulk(context, copy('replace'));
    expect((await openProduct(context, 2)).draft.choices.at(-1)?.title).toBe('Name to embroider');
  });

  it('replaces a part wherever it is, keeps what fits of what was settled, and says what doesn’t', async () => {
    const kits = (await listProducts(context)).filter(({ facets }) => facets.some((facet) => facet.startsWith('kit of'))).map(({ id }) => id);
    const change: BulkChange = { kind: 'replacePart', from: 'smoker', to: 'hook-tool', products: kits };
    const { words, rows } = await previewBulk(context, change);
    expect(words).toBe('Replace Smoker by Hook-end hive tool');
    expect(rows.filter(({ changes }) => changes).map(({ title, does, priceBefore, priceAfter }) => [title, does, priceBefore, priceAfter])).toEqual([
      // 42.00 gives way to 14.50, less 12 %; its dearest, 47.50, to 21.70.
      ['Starter kit', 'has Hook-end hive tool in its place; no longer said: fuel, gift.box, gift.send, gift.card', '€365.46 – €648.11', '€341.26 – €625.40'],
    ]);
    const applied = await applyBulk(context, change);
    const starter = (await listProducts(context)).find(({ slug }) => slug === 'starter-kit');
    expect((await openProduct(context, starter?.id ?? 0)).draft.parts.find(({ key }) => key === 'smoker')?.candidates).toEqual([{ product: 'hook-tool', fixed: {}, narrowed: {} }]);
    expect(await undoBulk(context, applied.id)).toEqual({ restored: 1, kept: [] });
    await expect(previewBulk(context, { ...change, to: 'nowhere' })).rejects.toMatchObject({ status: 422, code: 'partUnknown' });
  });

  it('says what would have to be mended then', async () => {
    const { rows } = await previewBulk(context, { kind: 'copyChoices', from: 2, choices: ['opening'], clash: 'keep', products: [3] });
    expect(rows[0]).toMatchObject({ changes: true, faults: ['There is no choice “length”.'] });
  });

  it('taken back, leaves later work alone and names it', async () => {
    const { id } = await applyBulk(context, place);
    const { draft, draftVersion } = await openProduct(context, 1);
    await saveDraft(context, 1, { definition: { ...draft, title: 'Bee suit, new' }, baseVersion: draftVersion, editor: 'test' });
    expect(await undoBulk(context, id)).toEqual({ restored: 1, kept: ['Bee suit, new'] });
    expect([await sheets(1), await sheets(2)]).toEqual([['gift'], []]);
    await expect(undoBulk(context, id)).rejects.toMatchObject({ code: 'undoneAlready' });
  });

  it('needs a sheet that is published and a source that is there', async () => {
    await expect(previewBulk(context, { ...place, sheet: 'none' })).rejects.toMatchObject({ code: 'sheetUnknown' });
    await expect(previewBulk(context, copy('keep', 99))).rejects.toMatchObject({ status: 404 });
  });
});

describe('what many products have in common is changed at once', () => {
  const draftOf = async (id: number) => (await openProduct(context, id)).draft;
  const [suitId, meshId, smokerId] = [1, 2, 9];
  const all = [suitId, meshId, smokerId];

  it('prices, with those of variants, seen before and taken back', async () => {
    const before = await draftOf(suitId);
    const change: BulkChange = { kind: 'prices', step: { kind: 'percent', percent: '-10', ending: '0.90' }, crossOut: true, products: all };
    const { words, rows } = await previewBulk(context, change);
    expect(words).toBe('Set prices −10 %, ending in .90');
    expect(rows.find(({ productId }) => productId === smokerId)).toMatchObject({ changes: true, does: 'gets 1 other price' });
    const { id, changed } = await applyBulk(context, change);
    expect(changed).toBe(3);
    // 129 less a tenth is 116.10, nearest to 115.90; 42 less a tenth is 37.80, nearest to 37.90.
    expect([(await draftOf(suitId)).price, (await draftOf(smokerId)).price, (await draftOf(smokerId)).wasPrice]).toEqual(['115.90', '37.90', (await draftOf(smokerId)).wasPrice]);
    expect((await listProducts(context)).find((row) => row.id === smokerId)?.price).toMatch(/^€37\.90/);
    await undoBulk(context, id);
    expect(await draftOf(suitId)).toEqual(before);
  });

  it('shelf, and the list knows it at once', async () => {
    await applyBulk(context, { kind: 'shelf', category: 'Winter', addTags: ['new'], removeTags: [], products: all });
    const rows = (await listProducts(context)).filter((row) => all.includes(row.id));
    expect(rows.map(({ category, tags }) => [category, tags.includes('new')])).toEqual(all.map(() => ['Winter', true]));
    await applyBulk(context, { kind: 'shelf', supplier: null, addTags: [], removeTags: ['new'], products: all });
    expect((await listProducts(context)).filter((row) => all.includes(row.id)).map(({ category, supplier, tags }) => [category, supplier, tags.includes('new')])).toEqual(all.map(() => ['Winter', null, false]));
  });

  it('quantities, what happens when options are out, and texts: names in the list, too', async () => {
    await applyBulk(context, { kind: 'quantity', quantity: { ...ANY_QUANTITY, minimum: 2, maximum: 20, multiple: 2 }, products: [smokerId] });
    expect((await draftOf(smokerId)).quantity).toEqual({ ...ANY_QUANTITY, minimum: 2, maximum: 20, multiple: 2 });
    await applyBulk(context, { kind: 'whenOut', whenOut: 'orderable', leadDays: 9, products: [suitId] });
    const size = (await draftOf(suitId)).choices.find(({ key }) => key === 'size');
    expect(size && 'options' in size && size.options.every((option) => 'whenOut' in option && option.whenOut === 'orderable' && option.leadDays === 9)).toBe(true);
    const { id } = await applyBulk(context, { kind: 'texts', find: 'Smoker', replace: 'Fumer', matchCase: true, products: all });
    expect((await listProducts(context)).find((row) => row.id === smokerId)?.title).toBe('Fumer');
    await undoBulk(context, id);
    expect((await listProducts(context)).find((row) => row.id === smokerId)?.title).toBe('Smoker');
  });

  it.each<[BulkChange, string]>([
    [{ kind: 'prices', step: { kind: 'by', amount: 'ten' }, crossOut: false, products: all }, 'notDecimal'],
    [{ kind: 'prices', step: { kind: 'to', price: '-1' }, crossOut: false, products: all }, 'negative'],
    [{ kind: 'shelf', addTags: [], removeTags: [], products: all }, 'nothingNamed'],
    [{ kind: 'whenOut', whenOut: 'orderable', leadDays: null, products: all }, 'leadTimeMissing'],
    [{ kind: 'texts', find: '', replace: 'x', matchCase: true, products: all }, 'nothingNamed'],
  ])('refuses %o', async (change, code) => {
    await expect(previewBulk(context, change)).rejects.toMatchObject({ status: 422, code });
    await expect(applyBulk(context, change)).rejects.toMatchObject({ status: 422, code });
    expect(await lastBulk(context)).toBeNull();
  });
});
