import { type Product, productSchema } from '../src/core/catalog';
import { Random } from '../tests/support/generated-products';

/** A product that asks for one option each of so many lists, and has nothing else. */
export function productOfLists(choices: number, options: number): Product {
  return productSchema.parse({
    slug: 'lists',
    title: 'Lists',
    sku: 'LISTS',
    price: '100',
    choices: Array.from({ length: choices }, (_, index) => ({
      kind: 'list',
      key: `c${index}`,
      title: `Choice ${index}`,
      options: Array.from({ length: options }, (__, place) => ({ key: `o${place}`, title: `Option ${place}` })),
    })),
  });
}

/** What a rule of the tied product looks at: whether two lists have certain options. */
export interface Pair {
  readonly first: number;
  readonly firstOption: number;
  readonly second: number;
  readonly secondOptions: readonly number[];
}

export type TiedRule = Pair &
  (
    | { readonly does: 'withhold'; readonly target: number; readonly option: number }
    | { readonly does: 'add'; readonly cents: number }
  );

export const LISTS = 36;
export const MEASURES = 4;
export const OPTIONS = 8;
export const BASE_CENTS = 10_000;

const random = new Random(11);

/** By list and option, what it adds. */
export const optionCents: readonly (readonly number[])[] = Array.from({ length: LISTS }, () =>
  Array.from({ length: OPTIONS }, () => random.below(2000)),
);

export const rules: readonly TiedRule[] = Array.from({ length: 60 }, (_, number): TiedRule => {
  const first = random.below(LISTS - 3);
  const second = first + 1;
  const pair = {
    first,
    firstOption: random.below(OPTIONS),
    second,
    secondOptions: random.some(
      Array.from({ length: OPTIONS }, (__, place) => place),
      3,
    ),
  };
  return number % 2 === 0
    ? { ...pair, does: 'withhold', target: first + 2, option: random.below(OPTIONS) }
    : { ...pair, does: 'add', cents: random.below(900) - 200 };
});

/** A formula charges two measures' product, and a sum of them; rates in cents per square metre and per metre. */
export const formulas = Array.from({ length: 10 }, (_, number) => ({
  a: number % MEASURES,
  b: (number + 1) % MEASURES,
  perArea: 100 + random.below(900),
  perLength: 10 + random.below(90),
}));

const money = (cents: number) => (cents / 100).toFixed(2);
const fixed = (cents: number) => ({ kind: 'fixed', value: money(cents) });
const listKey = (index: number) => `c${index}`;
const option = (place: number) => `o${place}`;

/** A product of forty choices, sixty rules and ten formulas. */
export const tiedProduct: Product = productSchema.parse({
  slug: 'tied',
  title: 'Tied',
  sku: 'TIED',
  price: money(BASE_CENTS),
  category: 'Bench',
  choices: [
    ...optionCents.map((cents, index) => ({
      kind: 'list',
      key: listKey(index),
      title: `Choice ${index}`,
      options: cents.map((amount, place) => ({
        key: option(place),
        title: `Option ${place}`,
        sku: `${place}`,
        amount: fixed(amount),
      })),
    })),
    ...Array.from({ length: MEASURES }, (_, index) => ({
      kind: 'measure',
      key: `w${index}`,
      title: `Measure ${index}`,
      unit: 'm',
      min: '0.1',
      max: '9',
    })),
  ],
  draws: [{ kind: 'fixed', stock: 'board', quantity: '1' }],
  formulas: formulas.map(({ a, b, perArea, perLength }, index) => ({
    key: `f${index}`,
    title: `Formula ${index}`,
    serves: { kind: 'amount' },
    text: `area = w${a} * w${b}\nedge = 2 * (w${a} + w${b})\narea * ${money(perArea)} EUR/m2 + edge * ${money(perLength)} EUR/m`,
  })),
  rules: rules.map((rule, index) => ({
    key: `r${index}`,
    title: `Rule ${index}`,
    when: {
      kind: 'all',
      of: [
        { kind: 'option', choice: listKey(rule.first), is: 'oneOf', options: [option(rule.firstOption)] },
        { kind: 'option', choice: listKey(rule.second), is: 'oneOf', options: rule.secondOptions.map(option) },
      ],
    },
    then: [
      rule.does === 'withhold'
        ? { kind: 'withhold', choice: listKey(rule.target), options: [option(rule.option)] }
        : { kind: 'amount', amount: fixed(rule.cents) },
    ],
  })),
});

/** What the resolution and the function by hand must agree on. Amounts in hundredths of a cent. */
export interface TiedOutcome {
  readonly state: string;
  readonly problems: readonly string[];
  readonly key: string;
  readonly sku: string;
  readonly working: readonly { readonly label: string; readonly amount: number; readonly source: string }[];
  /** answers that count, as they are shown */
  readonly counted: readonly {
    readonly choice: string;
    readonly title: string;
    readonly shown: string;
    readonly value: string;
  }[];
  readonly details: readonly { readonly label: string; readonly value: string }[];
  /** named results of formulas, in metres and hundredths of a cent */
  readonly measures: readonly { readonly formula: string; readonly name: string; readonly value: number }[];
  readonly rules: readonly { readonly rule: string; readonly title: string; readonly fired: boolean }[];
  readonly unitPrice: number;
  readonly lineTotal: number;
  /** of every choice, whether each option is offered */
  readonly offered: readonly {
    readonly choice: string;
    readonly options: readonly { readonly option: string; readonly offered: boolean }[];
  }[];
  readonly canSupply: number;
}

export interface TiedSelection {
  readonly answers: Readonly<Record<string, string>>;
  readonly quantity: number;
}

/** Places of the choices in the order of their keys, for the item's key. */
const keyOrder = tiedProduct.choices.map(({ key }, index) => ({ key, index })).sort((a, b) => (a.key < b.key ? -1 : 1));

/** What is shown while no rule fires: made once, as a careful programmer would. */
const ALL_OFFERED = tiedProduct.choices.map((choice) => ({
  choice: choice.key,
  options: 'options' in choice ? choice.options.map(({ key }) => ({ option: key, offered: true })) : [],
}));

/** The same product as one function written by hand: whole numbers, no checks that it doesn't need. */
export function tiedByHand({ answers, quantity }: TiedSelection, boards: number): TiedOutcome {
  const problems: string[] = [];
  const picked: number[] = [];
  const working: { label: string; amount: number; source: string }[] = [
    { label: 'Base price', amount: BASE_CENTS * 100, source: 'product' },
  ];
  const counted: { choice: string; title: string; shown: string; value: string }[] = [];
  const details: { label: string; value: string }[] = [];
  const results: { formula: string; name: string; value: number }[] = [];
  let sum = BASE_CENTS * 100;
  let sku = 'TIED';
  const offered: { choice: string; options: readonly { option: string; offered: boolean }[] }[] = [...ALL_OFFERED];
  const fired: boolean[] = [];
  for (let list = 0; list < LISTS; list += 1) {
    const given = answers[`c${list}`];
    picked[list] = given === undefined ? -1 : Number(given.slice(1));
    if (picked[list] === -1) problems.push(`choice:c${list}`);
  }
  for (let number = 0; number < rules.length; number += 1) {
    const rule = rules[number];
    if (!rule) continue;
    fired[number] = picked[rule.first] === rule.firstOption && rule.secondOptions.includes(picked[rule.second] ?? -1);
    if (!fired[number] || rule.does !== 'withhold') continue;
    const before = offered[rule.target];
    if (before)
      offered[rule.target] = {
        choice: before.choice,
        options: before.options.map((offer, place) =>
          place === rule.option ? { option: offer.option, offered: false } : offer,
        ),
      };
    if (picked[rule.target] === rule.option) {
      problems.push(`choice:c${rule.target}`);
      picked[rule.target] = -1;
    }
  }
  for (let list = 0; list < LISTS; list += 1) {
    const option = picked[list] ?? -1;
    if (option < 0) continue;
    const amount = (optionCents[list]?.[option] ?? 0) * 100;
    working.push({ label: `Choice ${list}: Option ${option}`, amount, source: `c${list}` });
    sum += amount;
    sku += `-${option}`;
    counted.push({ choice: `c${list}`, title: `Choice ${list}`, shown: `Option ${option}`, value: `o${option}` });
    details.push({ label: `Choice ${list}`, value: `Option ${option}` });
  }
  // Millimetres.
  const measures: number[] = [];
  for (let index = 0; index < MEASURES; index += 1) {
    const value = Math.round(Number(answers[`w${index}`]) * 1000);
    measures[index] = value;
    counted.push({
      choice: `w${index}`,
      title: `Measure ${index}`,
      shown: `${value / 1000} m`,
      value: String(value / 1000),
    });
    details.push({ label: `Measure ${index}`, value: `${value / 1000} m` });
  }
  for (const [number, { a, b, perArea, perLength }] of formulas.entries()) {
    const [one, other] = [measures[a] ?? 0, measures[b] ?? 0];
    const amount = (one * other * perArea) / 10_000 + (2 * (one + other) * perLength) / 10;
    working.push({ label: `Formula ${number}`, amount, source: `formula:f${number}` });
    results.push(
      { formula: `Formula ${number}`, name: 'area', value: (one * other) / 1e6 },
      { formula: `Formula ${number}`, name: 'edge', value: (2 * (one + other)) / 1000 },
      { formula: `Formula ${number}`, name: `Formula ${number}`, value: amount },
    );
    sum += amount;
  }
  for (let number = 0; number < rules.length; number += 1) {
    const rule = rules[number];
    if (!fired[number] || rule?.does !== 'add') continue;
    working.push({ label: `Rule ${number}`, amount: rule.cents * 100, source: `rule:r${number}` });
    sum += rule.cents * 100;
  }
  const unitPrice = Math.round(sum / 100) * 100;
  if (unitPrice !== sum) working.push({ label: 'Rounding', amount: unitPrice - sum, source: 'rounding' });
  let key = 'tied';
  let separator = '?';
  for (const { key: name, index } of keyOrder) {
    const value =
      index < LISTS ? ((picked[index] ?? -1) < 0 ? null : `o${picked[index]}`) : String(Number(answers[name]));
    if (value === null) continue;
    key += `${separator}${name}=${value}`;
    separator = '&';
  }
  return {
    state: problems.length === 0 ? 'sellable' : 'invalid',
    problems,
    key,
    sku,
    working,
    counted,
    details,
    measures: results,
    rules: rules.map((_, number) => ({ rule: `r${number}`, title: `Rule ${number}`, fired: fired[number] ?? false })),
    unitPrice,
    lineTotal: unitPrice * quantity,
    offered,
    canSupply: Math.floor(boards),
  };
}
