import { describe, expect, it } from 'vitest';
import { shop, fixed, draw } from '../../../../tests/fixtures/effects-shop';

describe('amounts', () => {
  const { ask } = shop([
    {
      slug: 'p',
      choices: [
        {
          kind: 'list',
          key: 'a',
          title: 'A',
          options: [{ key: 'on', title: 'On', amount: fixed('2'), wasPrice: '5' }],
        },
        {
          kind: 'yesNo',
          key: 'rush',
          title: 'Rush',
          required: false,
          default: false,
          amount: { kind: 'percentOfSum', value: '10' },
        },
        {
          kind: 'yesNo',
          key: 'setup',
          title: 'Set-up',
          required: false,
          default: false,
          amount: { kind: 'oncePerLine', value: '25.555' },
        },
        {
          kind: 'several',
          key: 'tools',
          title: 'Tools',
          required: false,
          ownQuantity: true,
          options: [
            {
              key: 'brush',
              title: 'Brush',
              sku: 'B',
              weight: { value: '40', unit: 'g' },
              amount: fixed('1.50'),
              draws: draw('brush'),
            },
          ],
        },
      ],
    },
  ]);

  it('a percentage of the running sum takes everything before it', () => {
    expect(ask('p', { a: 'on', rush: true }).working.map(({ label, of, amount }) => [label, of, amount])).toEqual([
      ['Base price', null, '10'],
      ['A: On', null, '2'],
      ['Rush', '10 % of €12.00', '1.2'],
    ]);
  });

  it('what is paid once stays out of the unit price and is payable itself', () => {
    const resolution = ask('p', { a: 'on', setup: true }, 4);
    expect(resolution).toMatchObject({ unitPrice: '12.00', lineTotal: '73.56' });
    expect(resolution.working.filter(({ per }) => per === 'line').map(({ amount }) => amount)).toEqual([
      '25.555',
      '0.005',
    ]);
  });

  it('a former amount is in the was-price', () =>
    expect(ask('p', { a: 'on' })).toMatchObject({ unitPrice: '12.00', wasPrice: '15.00' }));

  it('a quantity of an option multiplies its amount, weight and draws, and tells the items apart', () => {
    const three = ask('p', { a: 'on', tools: [{ option: 'brush', quantity: 3 }] }, 2);
    expect(three.working.at(-1)).toMatchObject({ of: '3 × €1.50', amount: '4.5' });
    expect(three.draws.map(({ stock: key, total }) => [key, total.value])).toEqual([
      ['body', '2'],
      ['brush', '6'],
    ]);
    expect(three).toMatchObject({
      weight: { value: '120', unit: 'g' },
      item: { sku: 'P-B.3' },
      availability: { canSupply: 2 },
    });
    expect(three.item.key).not.toBe(ask('p', { a: 'on', tools: ['brush'] }).item.key);
  });
});

describe('options that are out of stock', () => {
  const board = (more: object) =>
    shop([
      {
        slug: 'p',
        choices: [
          {
            kind: 'list',
            key: 'timber',
            title: 'Timber',
            options: [
              { key: 'oak', title: 'Oak', draws: draw('oak'), ...more },
              { key: 'plain', title: 'Plain' },
            ],
          },
        ],
      },
    ]);

  it('are shown with the reason, and can’t be had', () => {
    const resolution = board({}).ask('p', { timber: 'oak' });
    expect(resolution.shown[0]?.options[0]).toEqual({
      option: 'oak',
      shown: true,
      offered: false,
      why: 'outOfStock',
      leadDays: null,
    });
    expect(resolution.state).toBe('unavailable');
  });

  it('are hidden where that is wanted', () =>
    expect(board({ whenOut: 'hidden' }).ask('p', {}).shown[0]?.options[0]).toMatchObject({
      shown: false,
      offered: false,
    }));

  it('are still taken with a lead time, which is told', () => {
    const resolution = board({ whenOut: 'orderable', leadDays: 12 }).ask('p', { timber: 'oak' }, 3);
    expect(resolution).toMatchObject({ state: 'sellable', availability: { canSupply: 10, leadDays: 12 } });
    expect(resolution.shown[0]?.options[0]).toMatchObject({ offered: true, leadDays: 12 });
    expect(resolution.draws.find(({ stock: key }) => key === 'oak')?.leadDays).toBe(12);
  });
});
