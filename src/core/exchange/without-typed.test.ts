import { describe, expect, it } from 'vitest';
import { choiceSchema } from '../catalog';
import { type ResolutionJson } from './resolution-json';
import { hasTyped, TAKEN_OUT, typedIn, type TypedOf, withoutTyped } from './without-typed';

const resolution = (counted: ResolutionJson['counted'], parts: ResolutionJson['parts'] = []): ResolutionJson =>
  ({
    counted,
    parts,
    item: {
      key: 'sign?name=Ada',
      sku: 'S',
      title: 'Sign',
      details: counted.map(({ title, shown }) => ({ label: title, value: shown })),
      forWorkshop: [{ label: 'Also', value: 'Ada' }],
    },
    unitPrice: '12.00',
  }) as unknown as ResolutionJson;

const answer = (choice: string, shown: string, picks: { option: string; quantity: number }[] = []) => ({
  choice,
  title: choice,
  shown,
  value: shown,
  picks,
  fromDefault: false,
});
const part = (product: string, inside: ResolutionJson) =>
  ({ product, resolution: inside }) as unknown as ResolutionJson['parts'][number];
const NAMED: TypedOf = (slug, choice) => (slug === 'gone' ? undefined : slug === 'sign' && choice === 'name');

describe('what is typed', () => {
  it('is known of choices of sheets, too, by their keys on products', () => {
    const choice = (kind: string, key: string) => choiceSchema.parse({ kind, key, title: key });
    const choices = [choice('longText', 'card'), choice('yesNo', 'box')];
    expect([...typedIn({ choices })]).toEqual([
      ['card', true],
      ['box', false],
    ]);
    expect([...typedIn({ key: 'gift', choices }).keys()]).toEqual(['gift.card', 'gift.box']);
  });
});

describe('a resolution without what was typed', () => {
  it('keeps what was picked, and all figures', () => {
    const sold = resolution([answer('size', 'L', [{ option: 'l', quantity: 1 }]), answer('name', 'Ada')]);
    const bare = withoutTyped(sold, 'sign', NAMED);
    expect(bare.counted.map(({ shown, value }) => [shown, value])).toEqual([
      ['L', 'L'],
      [TAKEN_OUT, ''],
    ]);
    expect(bare.item).toMatchObject({ key: 'sign', sku: 'S', forWorkshop: [{ label: 'Also', value: TAKEN_OUT }] });
    expect(bare.unitPrice).toBe('12.00');
    expect(JSON.stringify(bare)).not.toContain('Ada');
  });

  it('is the same where nothing was typed', () => {
    const sold = resolution([answer('size', 'L', [{ option: 'l', quantity: 1 }]), answer('width', '2 m')]);
    expect(withoutTyped(sold, 'box', NAMED)).toBe(sold);
  });

  it('is looked for in parts of parts', () => {
    const inside = resolution([answer('name', 'Ada')]);
    const box = { ...resolution([], [part('sign', inside)]), item: { key: 'box', details: [], forWorkshop: [] } };
    const sold = resolution([], [part('box', box as unknown as ResolutionJson)]);
    expect(hasTyped(sold, 'box', NAMED)).toBe(true);
    expect(JSON.stringify(withoutTyped(sold, 'box', NAMED).parts)).not.toContain('Ada');
  });

  it('takes out rather too much of a product that is not known any more', () => {
    const sold = resolution([answer('width', '2 m'), answer('size', 'L', [{ option: 'l', quantity: 1 }])]);
    expect(withoutTyped(sold, 'gone', NAMED).counted.map(({ shown }) => shown)).toEqual([TAKEN_OUT, 'L']);
  });
});
