import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openProduct, saveDraft } from '@/services/products/drafts';
import { proveAll, type ProvedProduct } from '@/services/products/proofs';
import { rippleOf } from '@/services/sheets/ripple';
import { openSheet, publishSheet, saveSheetDraft } from '@/services/sheets/sheets';
import { lookAtMany } from '../support/many';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

async function proved(): Promise<ProvedProduct[]> {
  const rows: ProvedProduct[] = [];
  for await (const { row } of await proveAll(context)) if (row) rows.push(row);
  return rows;
}

const GIFT = 1;
const SUIT = 1;

/** The gift box comes along unless it is left out: what nobody answered costs more from then on. */
async function boxByDefault(): Promise<number> {
  const { draft, draftVersion } = await openSheet(context, GIFT);
  const definition = structuredClone(draft);
  for (const choice of definition.choices) if (choice.key === 'box' && choice.kind === 'yesNo') choice.default = true;
  return saveSheetDraft(context, GIFT, { definition, baseVersion: draftVersion, editor: 'test' });
}

describe('all proofs of the shop', () => {
  it('hold in the demo, in drafts and in the shop', async () => {
    expect(
      (await proved()).map(({ title, proofs, broken, brokenInShop }) => [
        title,
        proofs.length,
        broken.length,
        brokenInShop.length,
      ]),
    ).toEqual([
      ['Bee suit', 2, 0, 0],
      ['Branding iron', 1, 0, 0],
      ['Hive paint', 1, 0, 0],
      ['Jar labels', 1, 0, 0],
    ]);
  });

  it('say what a changed draft breaks, with both workings, while the shop still holds', async () => {
    const { draft, draftVersion } = await openProduct(context, SUIT);
    await saveDraft(context, SUIT, {
      definition: {
        ...draft,
        choices: draft.choices.map((choice) =>
          choice.key === 'veil' && choice.kind === 'list'
            ? {
                ...choice,
                options: choice.options.map((option) => ({
                  ...option,
                  amount: { kind: 'fixed' as const, value: '20' },
                })),
              }
            : choice,
        ),
      },
      baseVersion: draftVersion,
      editor: 'test',
    });
    const [suit] = await proved();
    expect(suit).toMatchObject({ title: 'Bee suit', inShop: true, brokenInShop: [] });
    const named = suit?.broken.find(({ title }) => title === 'A named suit with fencing veil');
    expect(named).toMatchObject({
      differences: [{ what: 'unitPrice', expected: '141.90', found: '152.40' }],
      kept: { unitPrice: '141.90' },
      now: { unitPrice: '152.40' },
    });
    expect(named?.kept.working.map(({ amount }) => amount)).toContain('9.5');
    expect(named?.now.working.map(({ amount }) => amount)).toContain('20');
  });
});

describe('proofs of what follows a sheet', () => {
  it('are told in its ripple, before it is published', async () => {
    const version = await boxByDefault();
    const broken = [];
    for await (const { row } of await rippleOf(context, [GIFT])) if (row && row.breaks.length > 0) broken.push(row);
    expect(broken).toMatchObject([
      {
        title: 'Branding iron',
        changes: true,
        stops: [],
        breaks: [
          {
            title: 'Script too small to burn',
            differences: [
              { what: 'unitPrice', expected: '71.28', found: '74.78' },
              { what: 'draws', found: '1 gift-box, 1 iron-blank' },
            ],
          },
        ],
      },
    ]);
    await publishSheet(context, GIFT, { version, accepted: 0 });
    // The shop follows the sheet at once, and so does the page of all proofs.
    expect((await proved()).find(({ title }) => title === 'Branding iron')).toMatchObject({
      brokenInShop: ['Script too small to burn'],
    });
  });

  it('are told when a sheet is placed on many products', async () => {
    await publishSheet(context, GIFT, { version: await boxByDefault(), accepted: 0 });
    const { rows } = await lookAtMany(context, { kind: 'placeSheet', sheet: 'gift', products: [SUIT] });
    expect(rows).toMatchObject([
      { title: 'Bee suit', brokenProofs: ['A named suit with fencing veil', 'Ten for an association'] },
    ]);
  });
});
