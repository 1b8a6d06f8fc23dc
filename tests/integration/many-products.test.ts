import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { ANY_QUANTITY } from '@/core/ordering';
import { applyBulk, goOnWithBulk, lastBulk, undoBulk } from '@/services/many/make';
import { previewBulk } from '@/services/many/preview';
import { type BulkChange } from '@/services/many/bulk-change';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { createProduct } from '@/services/products/products';
import { listOptionNames } from '@/services/many/option-names';
import { openSheet, saveSheetDraft } from '@/services/sheets/sheets';
import { allProducts } from '../support/all-products';
import { changeMany, lookAtMany, takeBackMany } from '../support/many';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const sheets = async (id: number) =>
  (await openProduct(context, id)).draft.sheets.map(({ key, leftOut }) => `${key}${leftOut ? ' left out' : ''}`);
const keys = async (id: number) => (await openProduct(context, id)).draft.choices.map(({ key }) => key);
const place: BulkChange = { kind: 'placeSheet', sheet: 'gift', products: [1, 2, 9] };
const copy = (clash: 'keep' | 'replace', from = 1): BulkChange => ({
  kind: 'copyChoices',
  from,
  choices: ['veil', 'name'],
  clash,
  products: [1, 2, 3],
});

describe('a change of many products', () => {
  it('says beforehand what it would do, and does nothing', async () => {
    const { words, rows } = await lookAtMany(context, place);
    expect(words).toBe('Place the sheet As a gift');
    expect(rows.map(({ title, does, changes, priceAfter }) => [title, does, changes, priceAfter])).toEqual([
      ['Bee suit', 'gets 4 choices', true, '€129.00 – €186.42'],
      ['Smoker', 'has it already', false, null],
      ['Stainless mesh', 'gets 4 choices', true, '€18.50 – €21.70 / m'],
    ]);
    expect(await sheets(1)).toEqual([]);
  });

  it('places a sheet, takes it off, and both can be taken back', async () => {
    const placed = await changeMany(context, place);
    expect(placed.changed).toBe(2);
    expect([await sheets(1), await sheets(2), await sheets(9)]).toEqual([['gift'], ['gift'], []]);
    const takenOff = await changeMany(context, { ...place, kind: 'takeOffSheet' });
    // What a condition places is left out by saying so.
    expect([await sheets(1), await sheets(2), await sheets(9)]).toEqual([[], [], ['gift left out']]);
    expect(await takeBackMany(context, takenOff.id)).toEqual({ restored: 3, kept: [] });
    expect([await sheets(1), await sheets(9)]).toEqual([['gift'], []]);
    expect(await lastBulk(context)).toBeNull();
  });

  it('copies choices, keeping or replacing those of the same inside name', async () => {
    await changeMany(context, copy('keep'));
    expect([await keys(1), await keys(2)]).toEqual([
      ['size', 'cloth', 'veil', 'name', 'reinforced', 'pockets'],
      ['opening', 'length', 'hemmed', 'veil', 'name'],
    ]);
    const { draft, draftVersion } = await openProduct(context, 2);
    const renamed = {
      ...draft,
      choices: draft.choices.map((choice) => (choice.key === 'name' ? { ...choice, title: 'My own' } : choice)),
    };
    await saveDraft(context, 2, { definition: renamed, baseVersion: draftVersion, editor: 'test' });
    await expect(changeMany(context, copy('keep'))).rejects.toMatchObject({ code: 'nothingChanges' });
    expect((await openProduct(context, 2)).draft.choices.at(-1)?.title).toBe('My own');
    await changeMany(context, copy('replace'));
    expect((await openProduct(context, 2)).draft.choices.at(-1)?.title).toBe('Name to embroider');
  });

  it('replaces a part wherever it is, keeps what fits of what was settled, and says what doesn’t', async () => {
    const kits = (await allProducts(context))
      .filter(({ facets }) => facets.some((facet) => facet.startsWith('kit of')))
      .map(({ id }) => id);
    const change: BulkChange = { kind: 'replacePart', from: 'smoker', to: 'hook-tool', products: kits };
    const { words, rows } = await lookAtMany(context, change);
    expect(words).toBe('Replace Smoker by Hook-end hive tool');
    expect(
      rows
        .filter(({ changes }) => changes)
        .map(({ title, does, priceBefore, priceAfter }) => [title, does, priceBefore, priceAfter]),
    ).toEqual([
      // 42.00 gives way to 14.50, less 12 %; its dearest, 47.50, to 21.70.
      [
        'Starter kit',
        'has Hook-end hive tool in its place; no longer said: fuel, gift.box, gift.send, gift.card',
        '€365.46 – €648.11',
        '€341.26 – €625.40',
      ],
    ]);
    const applied = await changeMany(context, change);
    const starter = (await allProducts(context)).find(({ slug }) => slug === 'starter-kit');
    expect(
      (await openProduct(context, starter?.id ?? 0)).draft.parts.find(({ key }) => key === 'smoker')?.candidates,
    ).toEqual([{ product: 'hook-tool', fixed: {}, narrowed: {} }]);
    expect(await takeBackMany(context, applied.id)).toEqual({ restored: 1, kept: [] });
    await expect(lookAtMany(context, { ...change, to: 'nowhere' })).rejects.toMatchObject({
      status: 422,
      code: 'partUnknown',
    });
  });

  it('says what would have to be mended then', async () => {
    const { rows } = await lookAtMany(context, {
      kind: 'copyChoices',
      from: 2,
      choices: ['opening'],
      clash: 'keep',
      products: [3],
    });
    expect(rows[0]).toMatchObject({ changes: true, faults: ['There is no choice “length”.'] });
  });

  it('taken back, leaves later work alone and names it', async () => {
    const { id } = await changeMany(context, place);
    const { draft, draftVersion } = await openProduct(context, 1);
    await saveDraft(context, 1, {
      definition: { ...draft, title: 'Bee suit, new' },
      baseVersion: draftVersion,
      editor: 'test',
    });
    expect(await takeBackMany(context, id)).toEqual({ restored: 1, kept: ['Bee suit, new'] });
    expect([await sheets(1), await sheets(2)]).toEqual([['gift'], []]);
    await expect(takeBackMany(context, id)).rejects.toMatchObject({ code: 'undoneAlready' });
  });

  it('needs a sheet that is published and a source that is there', async () => {
    await expect(lookAtMany(context, { ...place, sheet: 'none' })).rejects.toMatchObject({ code: 'sheetUnknown' });
    await expect(lookAtMany(context, copy('keep', 99))).rejects.toMatchObject({ status: 404 });
  });
});

describe('a change of many goes step by step', () => {
  const dearer = (products: number[]): BulkChange => ({
    kind: 'prices',
    step: { kind: 'by', amount: '1' },
    crossOut: false,
    products,
  });
  const priceOf = async (id: number) => (await openProduct(context, id)).draft.price;
  const many = async () => {
    const ids: number[] = [];
    for (let number = 0; number < 25; number += 1)
      ids.push(await createProduct(context, { title: `Peg ${String(number).padStart(2, '0')}`, price: '5' }));
    return ids;
  };
  /** Takes so many steps, and leaves the rest. */
  const stopAfter = async (count: number, steps: AsyncGenerator<unknown>) => {
    for (let taken = 0; taken < count; taken += 1) await steps.next();
    await steps.return(undefined);
  };

  it('can be stopped and gone on with, and taken back half or whole', async () => {
    const ids = await many();
    await stopAfter(3, await applyBulk(context, dearer(ids)));
    const half = await lastBulk(context);
    expect(half).toMatchObject({ changed: 10, isHalf: true });
    for await (const _ of await goOnWithBulk(context, half?.id ?? 0));
    expect(await lastBulk(context)).toMatchObject({ changed: 25, isHalf: false });
    expect(new Set(await Promise.all(ids.map(priceOf)))).toEqual(new Set(['6.00']));
    await expect(goOnWithBulk(context, half?.id ?? 0)).rejects.toMatchObject({ code: 'nothingLeft' });
    await stopAfter(12, await undoBulk(context, half?.id ?? 0));
    expect(await lastBulk(context)).toMatchObject({ changed: 5 });
    expect(await takeBackMany(context, half?.id ?? 0)).toEqual({ restored: 5, kept: [] });
    expect(new Set(await Promise.all(ids.map(priceOf)))).toEqual(new Set(['5']));
    expect(await lastBulk(context)).toBeNull();
  });

  it('leaves what others change meanwhile, and names it', async () => {
    const ids = await many();
    const steps = await applyBulk(context, dearer(ids));
    await steps.next();
    const last = ids.at(-1) ?? 0;
    const { draft, draftVersion } = await openProduct(context, last);
    await saveDraft(context, last, {
      definition: { ...draft, price: '7' },
      baseVersion: draftVersion,
      editor: 'test',
    });
    const kept: string[] = [];
    for await (const { row } of steps) if (row?.isKept) kept.push(row.title);
    expect(kept).toEqual(['Peg 24']);
    expect([await priceOf(last), await priceOf(ids[0] ?? 0)]).toEqual(['7', '6.00']);
  });

  it('is made once, however often it is pressed', async () => {
    const ids = await many();
    const { seen } = await lookAtMany(context, dearer(ids));
    const twice = await Promise.allSettled([1, 2].map(() => changeMany(context, dearer(ids), seen)));
    expect(twice.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(new Set(await Promise.all(ids.map(priceOf)))).toEqual(new Set(['6.00']));
    await expect(changeMany(context, dearer(ids), seen)).rejects.toMatchObject({ code: 'changedMeanwhile' });
  });

  it('is looked at from where it was stopped', async () => {
    const ids = await many();
    const { steps } = await previewBulk(context, dearer(ids), 22);
    const titles: (string | undefined)[] = [];
    for await (const { done, total, row } of steps) titles.push(`${done} of ${total}: ${row?.title ?? ''}`);
    expect(titles).toEqual(['23 of 25: Peg 22', '24 of 25: Peg 23', '25 of 25: Peg 24']);
  });
});

describe('what many products have in common is changed at once', () => {
  const draftOf = async (id: number) => (await openProduct(context, id)).draft;
  const [suitId, meshId, smokerId] = [1, 2, 9];
  const all = [suitId, meshId, smokerId];

  it('prices, with those of variants, seen before and taken back', async () => {
    const before = await draftOf(suitId);
    const change: BulkChange = {
      kind: 'prices',
      step: { kind: 'percent', percent: '-10', ending: '0.90' },
      crossOut: true,
      products: all,
    };
    const { words, rows } = await lookAtMany(context, change);
    expect(words).toBe('Set prices −10 %, ending in .90');
    expect(rows.find(({ id }) => id === smokerId)).toMatchObject({ changes: true, does: 'gets 1 other price' });
    const { id, changed } = await changeMany(context, change);
    expect(changed).toBe(3);
    // 129 less a tenth is 116.10, nearest to 115.90; 42 less a tenth is 37.80, nearest to 37.90.
    expect([
      (await draftOf(suitId)).price,
      (await draftOf(smokerId)).price,
      (await draftOf(smokerId)).wasPrice,
    ]).toEqual(['115.90', '37.90', (await draftOf(smokerId)).wasPrice]);
    expect((await allProducts(context)).find((row) => row.id === smokerId)?.price).toMatch(/^€37\.90/);
    await takeBackMany(context, id);
    expect(await draftOf(suitId)).toEqual(before);
  });

  it('shelf, and the list knows it at once', async () => {
    await changeMany(context, { kind: 'shelf', category: 'Winter', addTags: ['new'], removeTags: [], products: all });
    const rows = (await allProducts(context)).filter((row) => all.includes(row.id));
    expect(rows.map(({ category, tags }) => [category, tags.includes('new')])).toEqual(all.map(() => ['Winter', true]));
    await changeMany(context, { kind: 'shelf', supplier: null, addTags: [], removeTags: ['new'], products: all });
    expect(
      (await allProducts(context))
        .filter((row) => all.includes(row.id))
        .map(({ category, supplier, tags }) => [category, supplier, tags.includes('new')]),
    ).toEqual(all.map(() => ['Winter', null, false]));
  });

  it('quantities, what happens when options are out, and texts: names in the list, too', async () => {
    await changeMany(context, {
      kind: 'quantity',
      quantity: { ...ANY_QUANTITY, minimum: 2, maximum: 20, multiple: 2 },
      products: [smokerId],
    });
    expect((await draftOf(smokerId)).quantity).toEqual({ ...ANY_QUANTITY, minimum: 2, maximum: 20, multiple: 2 });
    await changeMany(context, { kind: 'whenOut', whenOut: 'orderable', leadDays: 9, products: [suitId], sheets: [] });
    const size = (await draftOf(suitId)).choices.find(({ key }) => key === 'size');
    expect(
      size &&
        'options' in size &&
        size.options.every((option) => 'whenOut' in option && option.whenOut === 'orderable' && option.leadDays === 9),
    ).toBe(true);
    const { id } = await changeMany(context, {
      kind: 'texts',
      find: 'Smoker',
      replace: 'Fumer',
      matchCase: true,
      products: all,
      sheets: [],
    });
    expect((await allProducts(context)).find((row) => row.id === smokerId)?.title).toBe('Fumer');
    await takeBackMany(context, id);
    expect((await allProducts(context)).find((row) => row.id === smokerId)?.title).toBe('Smoker');
  });

  it.each<[BulkChange, string]>([
    [{ kind: 'prices', step: { kind: 'by', amount: 'ten' }, crossOut: false, products: all }, 'notDecimal'],
    [{ kind: 'prices', step: { kind: 'to', price: '-1' }, crossOut: false, products: all }, 'negative'],
    [{ kind: 'shelf', addTags: [], removeTags: [], products: all }, 'nothingNamed'],
    [{ kind: 'whenOut', whenOut: 'orderable', leadDays: null, products: all, sheets: [] }, 'leadTimeMissing'],
    [{ kind: 'texts', find: 'wax', replace: 'x', matchCase: true, products: [], sheets: [] }, 'nothingNamed'],
    [
      {
        kind: 'options',
        option: 'Slate',
        choice: null,
        step: { kind: 'title', title: '\u200b' },
        products: all,
        sheets: [],
      },
      'titleMissing',
    ],
    [
      {
        kind: 'options',
        option: 'Slate',
        choice: null,
        step: { kind: 'swatch', swatch: 'nowhere' },
        products: all,
        sheets: [],
      },
      'swatchUnknown',
    ],
    [
      {
        kind: 'options',
        option: 'Slate',
        choice: null,
        step: { kind: 'amount', step: { kind: 'by', amount: 'ten' } },
        products: all,
        sheets: [],
      },
      'notDecimal',
    ],
    [{ kind: 'swatch', from: 'slate', to: 'slate', products: all, sheets: [] }, 'swatchUnknown'],
    [{ kind: 'texts', find: '', replace: 'x', matchCase: true, products: all, sheets: [] }, 'nothingNamed'],
  ])('refuses %o', async (change, code) => {
    await expect(lookAtMany(context, change)).rejects.toMatchObject({ status: 422, code });
    await expect(changeMany(context, change)).rejects.toMatchObject({ status: 422, code });
    expect(await lastBulk(context)).toBeNull();
  });
});

describe('options of one name are changed wherever they are', () => {
  const [suitId, giftId] = [1, 1];
  const options = async (id: number, key: string) => {
    const choice = (await openProduct(context, id)).draft.choices.find((one) => one.key === key);
    return choice && 'options' in choice ? choice.options : [];
  };
  const of = (
    step: Extract<BulkChange, { kind: 'options' }>['step'],
    option = 'Slate',
    choice: string | null = null,
  ): BulkChange => ({ kind: 'options', option, choice, step, products: [suitId, 2, 3], sheets: [] });

  it('found by what they are called', async () => {
    const names = await listOptionNames(context, { products: [suitId, 2], sheets: [giftId] });
    expect(names.find(({ option }) => option === 'Slate')).toMatchObject({
      choice: 'Cloth',
      drafts: 1,
      swatches: ['slate'],
    });
    expect(await listOptionNames(context, { products: [], sheets: [] })).toEqual([]);
  });

  it('what they add, what they are called and what they show, each taken back', async () => {
    const before = await options(suitId, 'cloth');
    const { words, rows } = await lookAtMany(context, of({ kind: 'amount', step: { kind: 'to', price: '7.50' } }));
    expect(words).toBe('Options “Slate”: what they add is changed to €7.50');
    expect(rows.map(({ title, does, changes }) => [title, does, changes])).toContainEqual([
      'Bee suit',
      '1 option',
      true,
    ]);
    for (const [step, expected] of [
      [{ kind: 'amount', step: { kind: 'to', price: '7.50' } }, { amount: { kind: 'fixed', value: '7.50' } }],
      [{ kind: 'title', title: 'Slate grey' }, { title: 'Slate grey' }],
      [
        { kind: 'swatch', swatch: 'moss' },
        { swatch: 'moss', colours: [] },
      ],
    ] as const) {
      const { id, changed } = await changeMany(context, of(step));
      expect(changed).toBe(1);
      expect((await options(suitId, 'cloth')).find(({ key }) => key === 'slate')).toMatchObject(expected);
      await takeBackMany(context, id);
      expect(await options(suitId, 'cloth')).toEqual(before);
    }
  });

  it('of the largest price that can be written are still looked at, and what changes nothing is no change', async () => {
    const huge = of({ kind: 'amount', step: { kind: 'to', price: '9'.repeat(59) } });
    expect((await lookAtMany(context, huge)).rows.find(({ id }) => id === suitId)).toMatchObject({
      changes: true,
      does: '1 option',
    });
    await expect(changeMany(context, of({ kind: 'free' }, 'Linen'))).rejects.toMatchObject({
      status: 409,
      code: 'nothingChanges',
    });
    expect(await lastBulk(context)).toBeNull();
  });

  it('removed, with the variants that have them, and what then is to be mended is said beforehand', async () => {
    const { rows } = await lookAtMany(context, of({ kind: 'remove' }));
    expect(rows.find(({ id }) => id === suitId)).toMatchObject({ does: '1 option', changes: true });
    const { id } = await changeMany(context, of({ kind: 'remove' }));
    const { draft } = await openProduct(context, suitId);
    expect(draft.variants.some(({ options: picked }) => picked.cloth === 'slate')).toBe(false);
    await takeBackMany(context, id);
    expect(
      (await openProduct(context, suitId)).draft.variants.some(({ options: picked }) => picked.cloth === 'slate'),
    ).toBe(true);
  });

  it('and one swatch shown for another', async () => {
    const { id } = await changeMany(context, {
      kind: 'swatch',
      from: 'slate',
      to: 'moss',
      products: [suitId, 2],
      sheets: [],
    });
    expect((await options(suitId, 'cloth')).map(({ swatch }) => swatch)).not.toContain('slate');
    await takeBackMany(context, id);
    expect((await options(suitId, 'cloth')).map(({ swatch }) => swatch)).toContain('slate');
  });
});

describe('sheets are changed as products are', () => {
  const sheetId = 1;
  const change: BulkChange = {
    kind: 'texts',
    find: 'Gift',
    replace: 'Present',
    matchCase: true,
    products: [9],
    sheets: [sheetId],
  };
  const titles = async () => (await openSheet(context, sheetId)).draft.choices.map(({ title }) => title);

  it('beside products, in one go, and taken back together', async () => {
    const before = await titles();
    const { rows } = await lookAtMany(context, change);
    expect(rows.map(({ of, changes }) => [of, changes])).toEqual([
      ['product', false],
      ['sheet', true],
    ]);
    const { id, changed } = await changeMany(context, change);
    expect([changed, (await titles()).some((title) => title.includes('Present'))]).toEqual([1, true]);
    expect(await takeBackMany(context, id)).toEqual({ restored: 1, kept: [] });
    expect(await titles()).toEqual(before);
  });

  it('and keep what has been changed since', async () => {
    const { id } = await changeMany(context, change);
    const { draft, draftVersion } = await openSheet(context, sheetId);
    await saveSheetDraft(context, sheetId, {
      definition: { ...draft, note: 'mine' },
      baseVersion: draftVersion,
      editor: 'test',
    });
    expect(await takeBackMany(context, id)).toEqual({ restored: 0, kept: [draft.title] });
    expect((await openSheet(context, sheetId)).draft.note).toBe('mine');
  });
});
