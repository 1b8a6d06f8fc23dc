import { type Condition, type Product, productSchema, type Rule } from '@/core/catalog';

/** Numbers that look random and are the same for the same seed (the generator known as mulberry32, from memory). */
export class Random {
  constructor(private state: number) {}

  /** @returns from 0 up to but not including 1 */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  }

  below(end: number): number {
    return Math.floor(this.next() * end);
  }

  of<T>(list: readonly T[]): T {
    const found = list[this.below(list.length)];
    if (found === undefined) throw new Error('there is nothing to pick from');
    return found;
  }

  /** So many different ones, in their order. */
  some<T>(list: readonly T[], count: number): T[] {
    const rest = list.map((_, place) => place);
    const places = Array.from(
      { length: Math.min(count, list.length) },
      () => rest.splice(this.below(rest.length), 1)[0] ?? 0,
    );
    return places.sort((a, b) => a - b).map((place) => list[place] as T);
  }
}

const optionsOf = (count: number, random: Random, priced: boolean) =>
  Array.from({ length: count }, (_, number) => ({
    key: `o${number}`,
    title: `Option ${number}`,
    sku: String.fromCharCode(65 + number),
    amount: priced ? { kind: 'fixed' as const, value: String(random.below(2000) / 100) } : null,
  }));

export interface LargeSize {
  readonly choices: number;
  readonly options: number;
  readonly rules: number;
  /** of so many neighbouring choices are most rules' choices */
  readonly neighbours: number;
  /** which part of the rules is among neighbours */
  readonly near: number;
  /** so many options at most does each rule name of a choice */
  readonly named: number;
}

export const USUAL_LARGE: LargeSize = { choices: 40, options: 8, rules: 200, neighbours: 5, near: 0.9, named: 3 };

/**
 * A large product: rules that each tie two to four choices, most of them within groups of neighbouring choices. One
 * rule in four refuses; the others withhold options of the last of their choices, or offer only some.
 */
export function largeProduct(seed: number, size: LargeSize = USUAL_LARGE): Product {
  const random = new Random(seed);
  const keys = Array.from({ length: size.choices }, (_, number) => `c${number}`);
  const optionKeys = Array.from({ length: size.options }, (_, number) => `o${number}`);
  const tied = (): string[] => {
    const count = 2 + random.below(3);
    if (random.next() >= size.near) return random.some(keys, count);
    const group = random.below(Math.floor(size.choices / size.neighbours)) * size.neighbours;
    return random.some(keys.slice(group, group + size.neighbours), count);
  };
  const rules = Array.from({ length: size.rules }, (_, number) => {
    const choices = tied();
    const named = () => random.some(optionKeys, 1 + random.below(size.named));
    const is = (choice: string) => ({ kind: 'option' as const, choice, is: 'oneOf' as const, options: named() });
    const all = (list: readonly string[]) =>
      list.length === 1 ? is(list[0] ?? '') : { kind: 'all' as const, of: list.map(is) };
    if (random.below(4) === 0)
      return {
        key: `r${number}`,
        when: all(choices),
        then: [{ kind: 'refuse' as const, reason: 'These are not made together.' }],
      };
    const target = choices.at(-1) ?? '';
    const some = named();
    const offers = random.below(2) === 0;
    return {
      key: `r${number}`,
      when: all(choices.slice(0, -1)),
      then: [
        {
          kind: offers ? ('offer' as const) : ('withhold' as const),
          choice: target,
          options: offers ? optionKeys.filter((key) => !some.includes(key)) : some,
        },
      ],
    };
  });
  return productSchema.parse({
    slug: `large-${seed}`,
    title: `Large ${seed}`,
    sku: 'L',
    price: '100',
    choices: keys.map((key, number) => ({
      kind: 'list',
      key,
      title: `Choice ${number}`,
      options: optionsOf(size.options, random, true),
    })),
    rules,
  });
}

/** A small product with rules and tables of every kind that decides about selections, small enough to try them all. */
export function smallProduct(seed: number): Product {
  const random = new Random(seed);
  const choices = Array.from({ length: 3 + random.below(2) }, (_, number) => {
    const key = `c${number}`;
    const common = { key, title: key, required: random.below(3) > 0 };
    const percent = random.below(4) === 0;
    switch (random.below(6)) {
      case 0:
        return {
          kind: 'yesNo',
          ...common,
          amount: { kind: percent ? 'percentOfSum' : 'fixed', value: String(1 + random.below(20)) },
        };
      case 1:
        return {
          kind: 'several',
          ...common,
          options: optionsOf(3, random, true),
          ...(random.below(2) === 0 ? { least: 2 } : { most: 2 }),
        };
      default:
        return {
          kind: 'list',
          ...common,
          options: optionsOf(2 + random.below(2), random, true).map((option) =>
            percent ? { ...option, amount: { kind: 'percentOfBase', value: String(random.below(30)) } } : option,
          ),
        };
    }
  });
  const optionKeys = (choice: (typeof choices)[number] | undefined) =>
    choice && 'options' in choice ? choice.options.map(({ key }) => key) : [];
  const test = (upTo: number): Condition => {
    if (upTo === 0 || random.below(8) === 0)
      return { kind: 'quantity', compare: random.of(['less', 'atLeast'] as const), value: 1 + random.below(3) };
    const choice = choices[random.below(upTo)];
    const keys = optionKeys(choice);
    if (random.below(6) === 0) return { kind: 'answered', choice: choice?.key ?? '', answered: random.below(2) === 0 };
    if (keys.length === 0) return { kind: 'said', choice: choice?.key ?? '', yes: random.below(2) === 0 };
    return {
      kind: 'option',
      choice: choice?.key ?? '',
      is: random.of(['oneOf', 'noneOf'] as const),
      options: random.some(keys, 1 + random.below(2)),
    };
  };
  const condition = (upTo: number): Condition => {
    if (random.below(3) > 0) return test(upTo);
    return {
      kind: random.of(['all', 'any', 'none'] as const),
      of: [test(upTo), random.below(4) === 0 ? { kind: 'any', of: [test(upTo), test(upTo)] } : test(upTo)],
    };
  };
  const rules = Array.from({ length: 1 + random.below(6) }, (_, number): Rule => {
    const target = 1 + random.below(choices.length - 1);
    const choice = choices[target];
    const key = choice?.key ?? '';
    const keys = optionKeys(choice);
    const effects: Rule['then'] = [
      { kind: 'show', choices: [key] },
      { kind: 'hide', choices: [key] },
      { kind: 'require', choices: [key] },
      { kind: 'refuse', reason: 'No.' },
      { kind: 'limitQuantity', least: 1 + random.below(3), most: null },
      {
        kind: 'amount',
        amount:
          random.below(2) === 0
            ? { kind: 'fixed', value: String(random.below(40) - 10) }
            : { kind: 'percentOfSum', value: String(random.below(30) - 10) },
      },
      { kind: 'setPrice', price: String(50 + random.below(100)), addOns: 'covered' },
      ...(keys.length > 0
        ? (
            [
              { kind: 'withhold', choice: key, options: random.some(keys, 1) },
              { kind: 'offer', choice: key, options: random.some(keys, 2) },
              { kind: 'withhold', choice: key, options: random.some(keys, 1) },
            ] as const
          ).map((effect) => ({ ...effect, options: [...effect.options] }))
        : []),
    ];
    return { key: `r${number}`, title: '', on: true, when: condition(target), then: [random.of(effects)] };
  });
  const columns = choices.filter((choice) => choice.kind === 'list');
  const tables =
    columns.length >= 2 && random.below(2) === 0
      ? [
          {
            key: 't',
            choices: columns.map(({ key }) => key),
            says: random.of(['made', 'notMade'] as const),
            rows: Array.from({ length: 2 + random.below(4) }, () =>
              columns.map((column) => (random.below(4) === 0 ? '' : random.of(optionKeys(column)))),
            ),
          },
        ]
      : [];
  return productSchema.parse({
    slug: `small-${seed}`,
    title: `Small ${seed}`,
    sku: 'S',
    price: '100',
    choices,
    rules,
    tables,
    quantity: { maximum: 4 },
  });
}
