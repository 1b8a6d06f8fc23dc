import { describe, expect, it } from 'vitest';
import { productSchema } from '../schema';
import { withOptions } from './options';

const fixed = (value: string) => ({ kind: 'fixed', value });
const product = productSchema.parse({
  slug: 'p',
  title: 'P',
  sku: 'P',
  price: '10',
  choices: [
    {
      kind: 'list',
      key: 'wood',
      title: 'Wood',
      stocked: true,
      default: 'oak',
      options: [
        { key: 'oak', title: 'Oak', amount: fixed('12.37') },
        { key: 'ash', title: 'Ash' },
      ],
    },
    {
      kind: 'swatch',
      key: 'stain',
      title: 'Stain',
      options: [
        { key: 'a', title: ' oak ', colours: ['#aa7744'], amount: { kind: 'percentOfBase', value: '5' } },
        { key: 'b', title: 'Walnut', colours: ['#553311'], amount: fixed('-2') },
      ],
    },
    {
      kind: 'several',
      key: 'trim',
      title: 'Trim',
      default: ['o', 'w'],
      options: [
        { key: 'o', title: 'OAK', amount: { kind: 'perUnit', value: '0.125', of: 'length', unit: 'm' } },
        { key: 'w', title: 'Walnut' },
      ],
    },
    { kind: 'slot', key: 'roof', title: 'Roof', options: [{ key: 'oak-roof', title: 'Oak' }] },
  ],
  variants: [{ options: { wood: 'oak' }, price: '11' }, { options: { wood: 'ash' } }],
});
const change = (step: Parameters<typeof withOptions>[2], option = 'Oak', choice: string | null = null) =>
  withOptions(product, { option, choice }, step, 'EUR');
const amounts = ({ after }: ReturnType<typeof change>) =>
  after.choices.flatMap((choice) =>
    'options' in choice
      ? choice.options.map(({ title, amount }) => `${title.trim()} ${amount && 'value' in amount ? amount.value : '-'}`)
      : [],
  );

describe('options of one name', () => {
  it('are those called so, whatever the case and the spaces, of any choice or of one; candidates are named by their products', () => {
    expect(change({ kind: 'free' })).toMatchObject({ found: 3, changed: 3, refused: 0 });
    expect(change({ kind: 'free' }, 'OAK', ' stain')).toMatchObject({ found: 1, changed: 1 });
    expect(change({ kind: 'free' }, 'Beech')).toMatchObject({ found: 0, changed: 0, after: product });
  });

  it('go up and down as prices do; a percentage is no sum of money, and a price for so much stays as fine as it was', () => {
    const up = change({ kind: 'amount', step: { kind: 'percent', percent: '10', ending: null } });
    expect([amounts(up), up.refused]).toEqual([
      ['Oak 13.61', 'Ash -', 'oak 5', 'Walnut -2', 'OAK 0.138', 'Walnut -', 'Oak -'],
      1,
    ]);
    expect(amounts(change({ kind: 'amount', step: { kind: 'percent', percent: '10', ending: '0.90' } }))[0]).toBe(
      'Oak 13.90',
    );
    // What takes something off may take more off, and has no ending.
    expect(
      amounts(change({ kind: 'amount', step: { kind: 'percent', percent: '25', ending: '0.90' } }, 'Walnut'))[3],
    ).toBe('Walnut -2.50');
    expect(amounts(change({ kind: 'amount', step: { kind: 'by', amount: '-20' } }, 'Oak', 'Wood'))[0]).toBe(
      'Oak -7.63',
    );
  });

  it('become a sum, whatever they added before, and are the same where they are so already', () => {
    const to = change({ kind: 'amount', step: { kind: 'to', price: '3' } });
    expect(amounts(to).filter((words) => /^oak 3$/i.test(words))).toHaveLength(3);
    expect(
      withOptions(
        to.after,
        { option: 'Oak', choice: null },
        { kind: 'amount', step: { kind: 'to', price: '3' } },
        'EUR',
      ).after,
    ).toBe(to.after);
  });

  it('are called otherwise, and show a swatch where they can', () => {
    expect(change({ kind: 'title', title: 'Oak, oiled' })).toMatchObject({ changed: 3 });
    const shown = change({ kind: 'swatch', swatch: 'oak' });
    expect([shown.changed, shown.refused]).toEqual([2, 1]);
    expect(shown.after.choices[1]).toMatchObject({ options: [{ swatch: 'oak', colours: [] }, { swatch: null }] });
  });

  it('are removed with what names them: defaults and variants', () => {
    const { after, changed } = change({ kind: 'remove' });
    expect(changed).toBe(3);
    expect(after.choices.map((choice) => 'options' in choice && choice.options.map(({ key }) => key))).toEqual([
      ['ash'],
      ['b'],
      ['w'],
      ['oak-roof'],
    ]);
    expect(after.choices.slice(0, 3).map((choice) => 'default' in choice && choice.default)).toEqual([
      null,
      null,
      ['w'],
    ]);
    expect(after.variants.map(({ options }) => options)).toEqual([{ wood: 'ash' }]);
  });
});
