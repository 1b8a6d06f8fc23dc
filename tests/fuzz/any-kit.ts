import { Random } from '../support/generated-products';
import { type Made } from './any-product';

const LENGTHS = ['400', '465', '500'];

/**
 * Small kits of everything that ties parts together: alternatives and numbers, what can be chosen of a part, breaks and
 * rules that ask how many, figures of parts in rules and formulas, sentences of what must fit, slots beside parts, kits
 * in kits; so small that all their selections can be tried.
 */
export function anyKit(seed: number): Made {
  const random = new Random(seed);
  const chance = (of: number) => random.below(of) === 0;
  const money = (low: number, high: number) => ((low * 100 + random.below((high - low) * 100)) / 100).toFixed(2);
  const mm = () => ({ value: random.of(LENGTHS), unit: 'mm' });
  const amount = () =>
    chance(3)
      ? null
      : random.of([
          { kind: 'fixed', value: money(-20, 30) },
          { kind: 'fixed', value: money(0, 30) },
          { kind: 'percentOfBase', value: String(random.below(50) - 15) },
          { kind: 'oncePerLine', value: money(0, 9) },
        ]);
  const someBreaks = (ofAll: boolean) => {
    const gives = random.of(ofAll ? ['price', 'less', 'percent', 'percentOfAll'] : ['price', 'less', 'percent']);
    const value = () => (gives === 'price' ? money(1, 60) : gives === 'less' ? money(0, 9) : String(random.below(40)));
    return {
      gives,
      counting: chance(4) ? 'graduated' : 'allUnits',
      over: 'pieces',
      across: 'line',
      steps: [{ from: '2', value: value() }],
    };
  };
  const listOf = (key: string): Record<string, unknown> => ({
    kind: 'list',
    key,
    title: key,
    required: chance(2),
    ...(chance(5) ? { groups: ['trade'] } : {}),
    ...(chance(4) ? { default: 'x' } : {}),
    options: ['x', 'y'].map((option) => ({
      key: option,
      title: option,
      sku: chance(3) ? 'A' : option.toUpperCase(),
      amount: amount(),
      ...(chance(6) ? { groups: ['trade'] } : {}),
      ...(chance(3) ? { properties: { wide: mm() } } : {}),
      ...(chance(4) ? { draws: [{ kind: 'fixed', stock: 'thing', quantity: String(1 + random.below(3)) }] } : {}),
      ...(chance(10) ? { breaks: someBreaks(false) } : {}),
    })),
  });
  const quantityRule = () => ({
    key: 'many',
    when: { kind: 'quantity', compare: random.of(['more', 'is', 'less']), value: 1 + random.below(2) },
    then: [
      random.of<object>([
        { kind: 'refuse', reason: 'No.' },
        { kind: 'amount', amount: { kind: 'fixed', value: money(-9, 9) } },
        { kind: 'setPrice', price: money(1, 60) },
      ]),
    ],
  });
  const others = Array.from({ length: 4 }, (_, place): Record<string, unknown> => ({
    slug: `q${place}`,
    title: `Q${place}`,
    sku: `Q${place}`,
    price: money(1, 60),
    draws: [{ kind: 'fixed', stock: 'thing', quantity: String(1 + random.below(4)) }],
    tags: chance(2) ? ['joining'] : [],
    properties: {
      wide: mm(),
      count: { value: String(random.below(4)), unit: '1' },
      ...(chance(3) ? { timber: { text: random.of(['oak', 'pine']) } } : {}),
    },
    choices: chance(2) ? [listOf('o')] : [],
    rules: chance(5) ? [quantityRule()] : [],
    breaks: chance(5) ? someBreaks(true) : null,
  }));
  // Now and then one of them is a kit itself.
  const [inner] = others;
  if (inner && chance(4)) {
    inner.parts = [
      { key: 'i', candidates: [{ product: 'q3' }], optional: chance(2), quantity: { least: 1, usual: 1, most: 1 } },
    ];
    inner.price = random.of([null, inner.price]);
    inner.partsPrice = inner.price === null || chance(2) ? { kind: 'sum' } : { kind: 'own', extras: 'onTop' };
    inner.draws = [];
    if (chance(2))
      inner.formulas = [
        {
          key: 'more',
          title: 'More',
          serves: { kind: 'amount' },
          text: random.of(['sum(i.price) × 10 %', 'i × 1 EUR']),
        },
      ];
  }
  const parts = ['a', 'b'].slice(0, 1 + random.below(2)).map((key): Record<string, unknown> => {
    const products = random.some(['q0', 'q1', 'q2', 'q3'], 1 + random.below(2));
    const most = random.of([1, 1, 2]);
    const optional = chance(2);
    return {
      key,
      title: key,
      candidates: products.map((product) => ({ product })),
      optional,
      taken: optional && chance(2),
      quantity: { least: chance(2) ? most : 1, usual: most, most },
    };
  });
  const slot = chance(3);
  const choices: Record<string, unknown>[] = [];
  if (slot)
    choices.push({
      kind: 'slot',
      key: 's',
      title: 's',
      required: chance(2),
      options: random.some(['q1', 'q2', 'q3'], 1 + random.below(2)).map((key) => ({ key, title: '' })),
      joins: [],
      most: random.of([1, 1, 2]),
      least: 1,
      keepsOrder: chance(6),
    });
  if (chance(2)) choices.push(listOf('c'));
  const places = [...parts.map(({ key }) => String(key)), ...(slot ? ['s'] : [])];
  const fits = Array.from({ length: chance(3) ? 1 : 0 }, (_, place) => {
    const name = random.of(['wide', 'count', 'wide', 'timber']);
    return {
      key: `f${place}`,
      place: random.of(places),
      property: name,
      compare: name === 'timber' ? random.of(['is', 'isNot']) : random.of(['is', 'atMost', 'atLeast', 'isNot']),
      other: { place: random.of(places), property: name },
    };
  }).filter(({ place, other }) => place !== other.place);
  const of = () => random.of(places);
  const formulas = [
    {
      key: 'many',
      title: 'Many',
      serves: { kind: 'shown' },
      text: random.of([`count(${of()}) + count(${of()})`, `sum(${of()}.count)`, `sum(${of()}.wide) / 1 m`]),
    },
    ...(chance(3)
      ? [
          {
            key: 'extra',
            title: 'Extra',
            serves: { kind: 'amount' },
            text: random.of([
              `${of()} × 2 EUR`,
              `sum(${of()}.count) × 1.5 EUR`,
              `max(${of()}.wide) / 1 m × 3 EUR`,
              `sum(${of()}.price) × 10 %`,
              `0 EUR - sum(${of()}.price) × 10 %`,
              'quantity × 1 EUR',
            ]),
          },
        ]
      : []),
  ];
  const asked = choices.find(({ key }) => key === 'c');
  const test = (): Record<string, unknown> =>
    random.of([
      () => ({
        kind: 'figure',
        formula: 'many',
        compare: random.of(['more', 'atMost', 'is', 'less']),
        value: random.of(['0', '1', '2', '3']),
        unit: '1',
      }),
      () => ({ kind: 'quantity', compare: random.of(['more', 'is', 'less']), value: 1 + random.below(2) }),
      ...(slot
        ? [
            () => ({
              kind: 'pieces',
              choice: 's',
              compare: random.of(['is', 'atLeast', 'less']),
              value: random.below(3),
            }),
          ]
        : []),
      ...(asked ? [() => ({ kind: 'option', choice: 'c', is: 'oneOf', options: [random.of(['x', 'y'])] })] : []),
      () => ({ kind: 'group', is: random.of(['oneOf', 'noneOf']), groups: ['trade'] }),
    ])();
  const effect = (): Record<string, unknown> =>
    random.of([
      () => ({ kind: 'refuse', reason: 'No.' }),
      () => ({
        kind: 'amount',
        amount: {
          kind: random.of(['fixed', 'percentOfBase', 'percentOfSum', 'oncePerLine']),
          value: String(random.below(30) - 8),
        },
      }),
      () => ({ kind: 'setPrice', price: money(0, 90) }),
      ...(asked
        ? [
            () => ({ kind: random.of(['withhold', 'offer']), choice: 'c', options: [random.of(['x', 'y'])] }),
            () => ({ kind: random.of(['require', 'hide', 'show']), choices: ['c'] }),
          ]
        : []),
    ])();
  const rules = Array.from({ length: random.below(3) }, (_, place) => ({
    key: `r${place}`,
    when: chance(4) ? { kind: random.of(['all', 'any', 'none']), of: [test(), test()] } : test(),
    then: [effect()],
  }));
  const price = random.of<[object, string | null]>([
    [{ kind: 'sum' }, null],
    [{ kind: 'sum' }, '10'],
    [{ kind: 'lessPercent', percent: '12.5' }, null],
    [{ kind: 'lessAmount', amount: '7' }, null],
    [{ kind: 'own', extras: 'onTop' }, '50'],
    [{ kind: 'own', extras: 'onTop', cheaperLess: false }, '30'],
    [{ kind: 'own', extras: 'included' }, '60'],
    [{ kind: 'own', extras: 'all' }, '99'],
  ]);
  return {
    product: {
      slug: 'p',
      title: 'P',
      sku: 'P',
      price: price[1],
      partsPrice: price[0],
      draws: [],
      parts,
      choices,
      fits,
      formulas,
      rules,
      tables: [],
      quantity: { minimum: 1, maximum: random.of([1, 2, 3]) },
      breaks: chance(4) ? someBreaks(true) : null,
    },
    sheets: [],
    others,
  };
}
