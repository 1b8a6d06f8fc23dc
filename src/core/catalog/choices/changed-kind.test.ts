import { describe, expect, it } from 'vitest';
import { changedKind } from './changed-kind';
import { type Choice, type ChoiceKind, choiceKinds, choiceSchema } from './index';

const NEEDED: Partial<Record<ChoiceKind, object>> = { measure: { unit: 'm' } };
const fresh = (kind: ChoiceKind): Choice => choiceSchema.parse({ kind, key: 'cloth', title: 'Cloth', ...NEEDED[kind] });
const change = (choice: Choice, kind: ChoiceKind) =>
  changedKind(choice, { before: fresh(choice.kind), after: fresh(kind) });

describe('a choice that becomes one of another kind', () => {
  const menu = choiceSchema.parse({
    kind: 'list',
    key: 'cloth',
    title: 'Cloth',
    insideName: 'Veil cloth',
    help: 'Linen is cooler.',
    stocked: true,
    default: 'linen',
    groups: ['trade'],
    look: 'menu',
    options: [
      { key: 'linen', title: 'Linen', sku: 'L', amount: { kind: 'fixed', value: '2.50' }, colours: ['#eeddcc'] },
      { key: 'moss', title: 'Moss' },
    ],
  });

  it('keeps options, stock, the default and its words from a menu to swatches', () => {
    const { choice, lost } = change(menu, 'swatch');
    expect(choice).toMatchObject({
      kind: 'swatch',
      key: 'cloth',
      insideName: 'Veil cloth',
      help: 'Linen is cooler.',
      stocked: true,
      default: 'linen',
      groups: ['trade'],
      options: [{ key: 'linen', sku: 'L', amount: { value: '2.50' } }, { key: 'moss' }],
    });
    expect(lost).toEqual(['look']);
  });

  it('says what a text can’t keep of a menu', () => {
    const { choice, lost } = change(menu, 'text');
    expect(choice).toMatchObject({ kind: 'text', title: 'Cloth', help: 'Linen is cooler.', groups: ['trade'] });
    expect([...lost].sort()).toEqual(['look', 'options', 'stocked']);
  });

  it('keeps limits and price from a line to a longer text', () => {
    const line = choiceSchema.parse({
      kind: 'text',
      key: 'cloth',
      title: 'Cloth',
      required: false,
      minCharacters: 2,
      maxCharacters: 24,
      default: 'Ada',
      amount: { kind: 'perCharacter', value: '0.85' },
      sku: 'EMB',
    });
    const { choice, lost } = change(line, 'longText');
    expect(choice).toMatchObject({
      kind: 'longText',
      minCharacters: 2,
      maxCharacters: 24,
      default: 'Ada',
      amount: { value: '0.85' },
      sku: 'EMB',
      required: false,
    });
    expect(lost).toEqual([]);
  });

  it('does not begin with what can’t be picked', () => {
    const line = choiceSchema.parse({ kind: 'text', key: 'cloth', title: 'Cloth', default: 'Ada' });
    const { choice, lost } = change(line, 'list');
    expect(choice).toMatchObject({ kind: 'list', default: null, options: [] });
    expect(lost).toEqual(['default']);
  });

  it.each(choiceKinds.flatMap((one) => choiceKinds.map((other) => [one, other] as const)))(
    '%s to %s is a choice of that kind under its name, and loses nothing of what is as it began',
    (one, other) => {
      const { choice, lost } = change(fresh(one), other);
      expect([choice.kind, choice.key, choice.title, lost]).toEqual([other, 'cloth', 'Cloth', []]);
      expect(choiceSchema.parse(choice)).toEqual(choice);
    },
  );

  it.each(choiceKinds.filter((kind) => kind !== 'list'))(
    'is what it was after %s and back where nothing was lost',
    (kind) => {
      const { choice, lost } = change(menu, kind);
      if (lost.length === 0) expect(change(choice, 'list').choice).toEqual(menu);
      else expect(lost.every((field) => field in menu)).toBe(true);
    },
  );
});
