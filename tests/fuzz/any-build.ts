import { Random } from '../support/generated-products';
import { type Made } from './any-product';

const LENGTHS = ['400', '465', '500'];

/**
 * Small builds: slots with candidates that must fit, rules and formulas over what is in them; so small that all their
 * selections can be tried.
 */
export function anyBuild(seed: number): Made {
  const random = new Random(seed);
  const chance = (of: number) => random.below(of) === 0;
  const money = (low: number, high: number) => ((low * 100 + random.below((high - low) * 100)) / 100).toFixed(2);
  const mm = () => ({ value: random.of(LENGTHS), unit: 'mm' });
  const others = Array.from({ length: 5 }, (_, place): Record<string, unknown> => ({
    slug: `q${place}`,
    title: `Q${place}`,
    sku: `Q${place}`,
    price: money(1, 60),
    draws: [{ kind: 'fixed', stock: 'thing', quantity: '1' }],
    tags: chance(2) ? ['joining'] : [],
    properties: {
      wide: mm(),
      high: mm(),
      count: { value: String(random.below(4)), unit: '1' },
      ...(chance(4) ? {} : { timber: { text: random.of(['oak', 'pine']) } }),
    },
  }));
  const keys = ['s0', 's1', 's2'].slice(0, 2 + random.below(2));
  const choices = keys.map((key): Record<string, unknown> => {
    const most = random.of([1, 1, 2, 3]);
    const options = others
      .filter(() => chance(2))
      .map(({ slug }) => ({
        key: slug,
        title: '',
        ...(chance(4)
          ? { amount: { kind: random.of(['fixed', 'percentOfBase']), value: String(random.below(20)) } }
          : {}),
        ...(chance(8) ? { groups: ['trade'] } : {}),
      }));
    return {
      kind: 'slot',
      key,
      title: key,
      required: !chance(3),
      options: options.length > 0 ? options : [{ key: 'q0', title: '' }],
      joins: chance(4) ? [{ tag: 'joining' }] : [],
      most,
      least: 1 + random.below(most),
      keepsOrder: chance(6),
    };
  });
  if (chance(2))
    choices.push({
      kind: 'list',
      key: 'c',
      title: 'C',
      required: chance(2),
      options: ['x', 'y'].map((key) => ({
        key,
        title: key,
        amount: chance(2)
          ? { kind: random.of(['fixed', 'percentOfBase', 'percentOfSum']), value: String(random.below(30) - 5) }
          : null,
      })),
    });
  const property = () => random.of(['wide', 'high', 'count', 'timber', 'wide']);
  const fits = Array.from({ length: random.below(3) }, (_, place) => {
    const [first, second] = [random.of(keys), random.of(keys)];
    const name = property();
    return {
      key: `f${place}`,
      place: first,
      property: name,
      compare: name === 'timber' ? random.of(['is', 'isNot']) : random.of(['is', 'atMost', 'atLeast', 'isNot']),
      other: { place: second, property: name },
    };
  }).filter(({ place, other }) => place !== other.place || choices.find(({ key }) => key === place)?.most !== 1);
  const formulas = [
    {
      key: 'height',
      title: 'Height',
      serves: { kind: chance(2) ? 'shown' : 'property', name: 'tall' },
      text: `sum(${keys.map((key) => `${key}.high`).join(', ')})`,
    },
    ...(chance(2)
      ? [
          {
            key: 'extra',
            title: 'Extra',
            serves: { kind: 'amount' },
            text: random.of([
              `${keys[0] ?? ''} × 2 EUR`,
              `sum(${keys[1] ?? ''}.count) × 1.5 EUR`,
              `max(${keys[0] ?? ''}.high) / 1 m × 3 EUR`,
              `sum(${keys[0] ?? ''}.price) × 10 %`,
            ]),
          },
        ]
      : []),
  ].map(({ serves, ...rest }) => ({ ...rest, serves: serves.kind === 'property' ? serves : { kind: serves.kind } }));
  const optionsOf = (key: string) =>
    (choices.find((choice) => choice.key === key)?.options as { key: string }[]).map((option) => option.key);
  const test = (): Record<string, unknown> => {
    const choice = random.of(keys);
    return random.of([
      () => ({
        kind: 'pieces',
        choice,
        compare: random.of(['is', 'atLeast', 'less', 'isNot', 'more', 'atMost']),
        value: random.below(4),
      }),
      () => ({
        kind: 'figure',
        formula: 'height',
        compare: random.of(['more', 'atMost', 'is']),
        value: random.of(['0.4', '0.9', '1', '1.4']),
        unit: 'm',
      }),
      () => ({ kind: 'option', choice, is: random.of(['oneOf', 'noneOf']), options: [random.of(optionsOf(choice))] }),
      () => ({ kind: 'answered', choice, answered: chance(2) }),
    ])();
  };
  const effect = (): Record<string, unknown> => {
    const choice = random.of(keys);
    return random.of([
      () => ({ kind: random.of(['withhold', 'offer']), choice, options: [random.of(optionsOf(choice))] }),
      () => ({ kind: random.of(['require', 'hide']), choices: [choice] }),
      () => ({ kind: 'refuse', reason: 'No.' }),
      () => ({
        kind: 'amount',
        amount: { kind: random.of(['fixed', 'percentOfBase', 'oncePerLine']), value: String(random.below(30)) },
      }),
    ])();
  };
  const rules = Array.from({ length: random.below(3) }, (_, place) => ({
    key: `r${place}`,
    when: chance(4) ? { kind: random.of(['all', 'any', 'none']), of: [test(), test()] } : test(),
    then: [effect()],
  }));
  const price = random.of<[object, string | null]>([
    [{ kind: 'sum' }, null],
    [{ kind: 'sum' }, '10'],
    [{ kind: 'lessPercent', percent: '12.5' }, null],
    [{ kind: 'lessAmount', amount: '1' }, '5'],
    [{ kind: 'own', extras: 'onTop' }, '50'],
    [{ kind: 'own', extras: 'included' }, '99'],
  ]);
  return {
    product: {
      slug: 'p',
      title: 'P',
      sku: 'P',
      price: price[1],
      partsPrice: price[0],
      draws: [],
      choices,
      fits,
      formulas,
      rules,
      tables: [],
    },
    sheets: [],
    others,
  };
}
