import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { hasOptions } from '@/core/catalog';
import { compile } from '@/core/compile';
import { openShopProduct } from '@/services/selling/published';
import {
  changeSwatch,
  createSwatch,
  deleteSwatch,
  exportSwatches,
  importSwatches,
  listSwatches,
  orderSwatches,
} from '@/services/swatches/swatches';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => context.close());

const input = (name: string, colours: string[] = ['#112233']) => ({
  name,
  colours,
  picture: null,
  family: '',
  supplierCode: '',
});

async function clothColours(): Promise<readonly (readonly string[])[]> {
  const { definition, surroundings } = await openShopProduct(context, 'bee-suit');
  const cloth = compile(definition, surroundings).product.choices.find(({ key }) => key === 'cloth');
  return cloth && hasOptions(cloth) ? cloth.options.map(({ colours }) => colours) : [];
}

describe('the swatch book', () => {
  it('is followed at once by every product that refers to it', async () => {
    expect(await clothColours()).toEqual([['#e4dcc6'], ['#66737b'], ['#5b6b45']]);
    await changeSwatch(context, 'slate', input('Slate', ['#404a50', '#ffffff']));
    expect((await clothColours())[1]).toEqual(['#404a50', '#ffffff']);
  });

  it('knows what uses a swatch, and keeps it while something does', async () => {
    const used = (await listSwatches(context)).find(({ key }) => key === 'slate');
    expect(used?.usedBy).toEqual(['Bee suit']);
    await expect(deleteSwatch(context, 'slate')).rejects.toMatchObject({
      status: 409,
      code: 'swatchInUse',
      message: expect.stringContaining('Bee suit'),
    });
    await deleteSwatch(context, 'clay');
    expect((await listSwatches(context)).some(({ key }) => key === 'clay')).toBe(false);
  });

  it('has each name once, however it is written, and a colour or texture for each', async () => {
    expect(await createSwatch(context, input('River blue'))).toBe('river-blue');
    await expect(createSwatch(context, input('river  BLUE'))).rejects.toMatchObject({ code: 'nameTaken' });
    await expect(changeSwatch(context, 'moss', input('Slate'))).rejects.toMatchObject({ code: 'nameTaken' });
    await expect(createSwatch(context, input('Nothing', []))).rejects.toMatchObject({ code: 'noColour' });
    await expect(changeSwatch(context, 'nowhere', input('Elsewhere'))).rejects.toMatchObject({ status: 404 });
  });

  it('is put into another order', async () => {
    await orderSwatches(context, ['moss', 'nowhere', 'linen']);
    expect((await listSwatches(context)).slice(0, 3).map(({ key }) => key)).toEqual(['moss', 'linen', 'slate']);
  });

  it('survives being exported and imported; what has faults stays out', async () => {
    const csv = await exportSwatches(context);
    expect(
      (await importSwatches(context, { csv, accept: false })).every(
        ({ does, faults }) => does === 'leaves' && faults.length === 0,
      ),
    ).toBe(true);
    const more = `${csv}Lupin,lab(45 20 -18),,,Cloth,HT-140\r\nFog,no colour,,,,\r\nSlate,#000000,,,Cloth,HT-114\r\n`;
    expect(
      (await importSwatches(context, { csv: more, accept: false }))
        .slice(-3)
        .map(({ does, faults }) => [does, faults.length]),
    ).toEqual([
      ['adds', 0],
      ['adds', 1],
      ['changes', 1],
    ]);
    const count = (await listSwatches(context)).length;
    await importSwatches(context, {
      csv: 'name,colour\nLupin,lab(45 20 -18)\nFog,no colour\nSlate,#000000\n',
      accept: true,
    });
    const after = await listSwatches(context);
    expect(after).toHaveLength(count + 1);
    expect(after.find(({ key }) => key === 'slate')?.colours).toEqual(['#000000']);
  });
});
