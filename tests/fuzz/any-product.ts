import { type Catalog, CATALOG_FORMAT, CATALOG_VERSION, catalogSchema } from '@/core/catalog';
import { Random } from '../support/generated-products';
import { conditionsOver, optionsOf } from './any-condition';
import { insideOne, onSheet } from './made-otherwise';

/** A product as it is written, and with what else its shop has. */
export interface Made {
  product: Record<string, unknown> & {
    choices: Record<string, unknown>[];
    rules: Record<string, unknown>[];
    formulas: Record<string, unknown>[];
    tables: Record<string, unknown>[];
  };
  sheets: Record<string, unknown>[];
  /** further products of the shop; absent for none */
  others?: readonly Record<string, unknown>[];
  /** the price list by which it is sold, to a group of customers alone; absent for the usual prices */
  list?: Record<string, unknown> & { readonly prices: readonly object[] };
}

/** What made products take, and what some of it can be taken from instead. */
export const [STOCK, MORE_STOCK] = ['thing', 'other'];

const OPTIONS = ['x', 'y', 'z'];
const ALONG = { slug: 'along', title: 'Along', sku: 'ALONG', price: '7.50', choices: [] };

/** The shop that a made product is in. */
export function shopOf({ product, sheets, others = [], list }: Made): Catalog {
  return catalogSchema.parse({
    format: CATALOG_FORMAT,
    version: CATALOG_VERSION,
    shop: { name: 'Shop', currency: 'EUR', groups: [{ key: 'trade', title: 'Trade' }] },
    stock: [STOCK, MORE_STOCK].map((key) => ({ key, title: key, unit: '1', onHand: '90' })),
    sheets,
    priceLists: list ? [list] : [],
    products: [product, ALONG, ...others],
  });
}

/**
 * Small products of every kind of choice, amount, effect, condition and formula: so small that all their selections can
 * be tried, or of what is typed the ends, the steps, what lies between and next to them.
 */
export function anyProduct(seed: number): Made {
  const random = new Random(seed);
  const chance = (of: number) => random.below(of) === 0;
  const money = (low: number, high: number) => ((low * 100 + random.below((high - low) * 100)) / 100).toFixed(2);
  const count = 2 + random.below(2);
  const kinds = [
    'list',
    'list',
    'swatch',
    'lettering',
    'several',
    'yesNo',
    'text',
    'longText',
    'number',
    'number',
    'measure',
    'measure',
    'date',
    'file',
    'agreement',
    'addOn',
  ] as const;
  const planned = Array.from({ length: count }, (_, place) => ({ key: `c${place}`, kind: random.of(kinds) }));
  const typed = planned.filter(({ kind }) => kind === 'measure' || kind === 'number');
  const texts = planned.filter(({ kind }) => kind === 'text' || kind === 'longText');
  const amount = (own: { key: string; kind: string }): Record<string, unknown> | null => {
    if (chance(4)) return null;
    const of = (list: readonly { key: string }[]) =>
      list.some(({ key }) => key === own.key) ? {} : { of: random.of(list).key };
    const choices: (() => Record<string, unknown>)[] = [
      () => ({ kind: 'fixed', value: money(-30, 40) }),
      () => ({ kind: 'percentOfBase', value: String(random.below(60) - 20) }),
      () => ({ kind: 'percentOfSum', value: String(random.below(60) - 20) }),
      () => ({ kind: 'oncePerLine', value: money(-5, 20) }),
    ];
    if (typed.length > 0)
      choices.push(() => ({
        kind: 'perUnit',
        value: money(-6, 9),
        unit: typed.find(({ key }) => key === own.key)?.kind === 'number' ? '1' : 'm',
        ...of(typed),
      }));
    if (texts.length > 0)
      choices.push(() => ({
        kind: 'perCharacter',
        value: money(-2, 3),
        spaces: random.of(['counted', 'free']),
        ...of(texts),
      }));
    const made = random.of(choices)();
    // What a price is per unit of must measure that: a number counts pieces.
    if (made.kind === 'perUnit')
      made.unit = typed.find(({ key }) => key === (made.of ?? own.key))?.kind === 'number' ? '1' : 'm';
    return made;
  };
  const choices = planned.map(({ key, kind }, place): Record<string, unknown> => {
    const own = { key, kind };
    const common = {
      kind,
      key,
      title: key.toUpperCase(),
      required: random.below(3) > 0,
      ...(chance(6) ? { groups: ['trade'] } : {}),
    };
    const options = (many: number) =>
      OPTIONS.slice(0, many).map((option, number) => ({
        key: option,
        title: option,
        sku: chance(2) ? null : random.of(['A', 'A', 'A-B', 'B', 'A.2']),
        amount: amount(own),
        ...(chance(8) ? { groups: ['trade'] } : {}),
        ...(chance(2) ? { properties: { size: { value: String(1 + number), unit: 'm' } } } : {}),
      }));
    const quantities = chance(4) ? { ownQuantity: true, mostEach: 3 } : {};
    switch (kind) {
      case 'list':
      case 'swatch':
      case 'lettering': {
        const stocked = place === 0 && chance(4);
        return {
          ...common,
          options: options(2 + random.below(2)).map((option, number) => ({
            ...option,
            ...(kind === 'swatch' ? { colours: ['#aa3300'] } : kind === 'lettering' ? { face: 'slab' } : {}),
            ...(stocked ? { sku: `S${number}` } : {}),
          })),
          ...(stocked ? { stocked: true } : quantities),
          ...(chance(4) && !stocked ? { default: 'x' } : {}),
        };
      }
      case 'several':
        return {
          ...common,
          options: options(3),
          ...(chance(2) ? { least: 1 + random.below(2), most: 2 } : {}),
          ...(chance(5) ? { ownQuantity: true, mostEach: 2 } : {}),
        };
      case 'yesNo':
        return { ...common, amount: amount(own), sku: chance(3) ? 'A' : null };
      case 'text':
      case 'longText':
        return {
          ...common,
          minCharacters: chance(2) ? 2 : null,
          maxCharacters: 3 + random.below(2),
          amount: amount(own),
        };
      case 'number':
        return {
          ...common,
          min: chance(3) ? null : String(random.below(3)),
          max: String(3 + random.below(3)),
          parts: chance(3),
          ...(chance(4) ? { step: '1' } : {}),
          amount: amount(own),
        };
      case 'measure':
        return {
          ...common,
          unit: 'm',
          min: chance(4) ? null : String(random.below(2)),
          max: chance(6) ? null : String(2 + random.below(4)),
          step: chance(3) ? '0.5' : null,
          amount: amount(own),
        };
      case 'date':
        return {
          ...common,
          earliest: { kind: 'on', day: '2026-12-01' },
          latest: { kind: 'on', day: '2026-12-04' },
          amount: amount(own),
        };
      case 'file':
        return { ...common, types: ['png'], amount: amount(own) };
      case 'agreement':
        return { kind, key, title: key.toUpperCase(), statement: 'Agreed' };
      case 'addOn':
        return {
          ...common,
          product: 'along',
          default: null,
          mostQuantity: chance(3) ? 3 : 1,
          price: random.of([
            { kind: 'asSoldAlone' },
            { kind: 'less', percent: '20' },
            { kind: 'fixed', value: '3.10' },
          ]),
        };
    }
  });
  const condition = conditionsOver(choices, random);
  const effect = (): Record<string, unknown> => {
    const choice = random.of(choices);
    const key = choice.key;
    const options = optionsOf(choice);
    const list: (() => Record<string, unknown>)[] = [
      () => ({ kind: random.of(['show', 'hide', 'require']), choices: [key] }),
      () => ({ kind: 'amount', amount: amount({ key: '', kind: '' }) ?? { kind: 'fixed', value: '1' } }),
      () => ({ kind: 'setPrice', price: money(0, 90), addOns: random.below(2) === 0 ? 'covered' : 'onTop' }),
      () => ({ kind: 'limitQuantity', least: chance(2) ? 2 : null, most: 3 }),
      () => ({ kind: 'tell', text: 'Well.' }),
      () => ({ kind: 'refuse', reason: 'No.' }),
      () => ({ kind: 'draw', draw: { kind: 'fixed', stock: 'thing', quantity: '1' } }),
      () => ({ kind: 'weight', weight: { value: '1', unit: 'kg' } }),
    ];
    if (options.length > 0)
      list.push(() => ({
        kind: random.of(['offer', 'withhold']),
        choice: key,
        options: random.some(options, 1 + random.below(2)),
      }));
    if (options.length > 0 && choice.kind !== 'several')
      list.push(() => ({ kind: 'preselect', choice: key, answer: random.of(options) }));
    if (choice.kind === 'number' || choice.kind === 'measure')
      list.push(() => ({
        kind: 'limit',
        choice: key,
        least: chance(2) ? String(1 + random.below(2)) : null,
        most: String(2 + random.below(3)),
      }));
    const made = random.of(list)();
    // An amount of a rule counts no answer of a choice that it belongs to.
    const given = made.amount as Record<string, unknown> | undefined;
    return given && (given.kind === 'perUnit' || given.kind === 'perCharacter') && given.of === undefined
      ? { kind: 'amount', amount: { kind: 'fixed', value: '2' } }
      : made;
  };
  const rules = Array.from({ length: random.below(4) }, (_, number) => ({
    key: `r${number}`,
    title: '',
    on: random.below(10) > 0,
    when: chance(7) ? null : condition(2),
    then: Array.from({ length: 1 + random.below(2) }, effect),
  }));
  const lists = choices.filter(({ kind }) => kind === 'list' || kind === 'swatch');
  const tables =
    lists.length >= 2 && chance(2)
      ? [
          {
            key: 't',
            choices: lists.slice(0, 2).map(({ key }) => key),
            says: random.of(['made', 'notMade']),
            rows: Array.from({ length: 2 }, () =>
              lists.slice(0, 2).map((choice) => (chance(4) ? '' : random.of(optionsOf(choice)))),
            ),
          },
        ]
      : [];
  const quantity = { minimum: 1, maximum: random.of([1, 2, 4, 60]), multiple: 1 };
  const name = typed[0] ? (typed[0].kind === 'measure' ? `(${typed[0].key} / 1 m)` : typed[0].key) : 'quantity';
  const other = typed[1] ? (typed[1].kind === 'measure' ? `(${typed[1].key} / 1 m)` : typed[1].key) : 'quantity';
  const term = (): string =>
    random.of([
      name,
      other,
      name,
      'quantity',
      String(1 + random.below(4)),
      `(${name} - ${1 + random.below(3)})`,
      `ceil(${name} / 2)`,
      `floor(${other}, 1.5)`,
      `round(${name})`,
      `max(${name}, 2)`,
      `min(${other}, 3)`,
      `sqrt(${name})`,
      `abs(${name} - 2)`,
      `if(${name} > 2, ${other}, 4)`,
      `${name} ^ 2`,
    ]);
  const formulas = Array.from({ length: random.below(3) }, (_, number) => {
    const text = random.of([
      `${term()}`,
      `${term()} + ${term()}`,
      `${term()} - ${term()}`,
      `${term()} × ${term()}`,
      `${term()} / ${term()}`,
      `12 / (${term()} - ${term()})`,
    ]);
    const bounded = typed.at(-1);
    const serves = random.of<Record<string, unknown>>([
      { kind: 'amount' },
      { kind: 'amount' },
      { kind: 'shown' },
      { kind: 'draw', stock: 'thing' },
      { kind: 'weight' },
      ...(bounded && typed.length > 1 ? [{ kind: random.of(['least', 'most']), measure: bounded.key }] : []),
    ]);
    const unit =
      serves.kind === 'amount'
        ? ' × 1 EUR'
        : serves.kind === 'weight'
          ? ' × 1 kg'
          : (serves.kind === 'least' || serves.kind === 'most') && bounded?.kind === 'measure'
            ? ' × 1 m'
            : '';
    return { key: `f${number}`, title: `F${number}`, serves, text: `(${text})${unit}` };
  });
  const stocked = choices.filter((choice) => choice.stocked === true);
  const variants =
    stocked.length > 0
      ? stocked.flatMap((choice) =>
          [...optionsOf(choice), ...(choice.required === true ? [] : [null])]
            .filter(() => random.below(4) > 0)
            .map((option) => ({
              options: option === null ? {} : { [String(choice.key)]: option },
              price: chance(3) ? money(5, 200) : null,
              onSale: random.below(5) > 0,
            })),
        )
      : [];
  const rates: Record<string, unknown>[] = [];
  const named = (made: Made): Made => (chance(5) ? onSheet(made, random) : made);
  for (const formula of formulas) {
    if ((formula.serves as { kind: string }).kind !== 'amount' || !chance(3)) continue;
    if (rates.length === 0) rates.push({ key: 'fee', title: 'Fee', value: '3.20', byGroup: { trade: '1.10' } });
    formula.text += ' + fee';
  }
  const measure = typed.find(({ kind }) => kind === 'measure');
  const bounded = formulas.some(({ serves }) => ['least', 'most'].includes((serves as { kind: string }).kind));
  if (measure && !bounded && chance(4))
    formulas.push({
      key: 'usual',
      title: 'Usual',
      serves: { kind: 'default', measure: measure.key },
      text: '(1 + quantity / 4) × 1 m',
    });
  const price = variants.length > 0 && chance(3) ? null : money(10, 120);
  // Some of what is chosen weighs something, for rules that ask what one weighs.
  for (const choice of choices)
    for (const bearer of [choice, ...((choice.options ?? []) as Record<string, unknown>[])])
      if ('amount' in bearer && chance(4)) bearer.weight = { value: String(1 + random.below(6) / 2), unit: 'kg' };
  // Now and then somebody else has the word about quantities: an option, a variant, a group, a list.
  const otherQuantity = () =>
    random.of([
      { minimum: 2, maximum: 6, multiple: 2 },
      { minimum: 3, maximum: 7, multiple: 2, countedFrom: 'minimum' },
      { list: [{ quantity: 5, caption: 'five' }, { quantity: 3 }] },
      { maximum: 1 },
    ]);
  const lists3 = choices.filter((choice) => Array.isArray(choice.options) && choice.kind !== 'slot');
  if (chance(4))
    for (const choice of lists3)
      for (const option of choice.options as Record<string, unknown>[])
        if (chance(3)) option.quantity = otherQuantity();
  if (chance(4)) for (const variant of variants) if (chance(2)) Object.assign(variant, { quantity: otherQuantity() });
  // And more of something costs another price.
  const soldByMeasure = measure !== undefined && chance(4);
  const someBreaks = (ofAll: boolean) => {
    const gives = random.of(ofAll ? ['price', 'less', 'percent', 'percentOfAll'] : ['price', 'less', 'percent']);
    const value = () => (gives === 'price' ? money(1, 60) : gives === 'less' ? money(0, 4) : String(random.below(30)));
    return {
      gives,
      counting: chance(4) ? 'graduated' : 'allUnits',
      over: soldByMeasure && chance(2) ? 'measure' : 'pieces',
      across: random.of(['line', 'line', 'product']),
      steps: [
        { from: '2', value: value() },
        { from: '4', value: value() },
      ].slice(0, 1 + random.below(2)),
    };
  };
  const breaks = chance(4) ? someBreaks(true) : null;
  if (chance(6)) for (const variant of variants) if (chance(2)) Object.assign(variant, { breaks: someBreaks(true) });
  if (chance(4))
    for (const choice of choices)
      for (const bearer of [choice, ...((choice.options ?? []) as Record<string, unknown>[])])
        if (
          ['fixed', 'perUnit', 'perCharacter'].includes(String((bearer.amount as { kind?: string } | null)?.kind)) &&
          chance(2)
        )
          bearer.breaks = someBreaks(false);
  if (seed % 3 === 0) insideOne(choices, seed);
  const quantityByGroup = chance(6) ? { trade: otherQuantity() } : {};
  const product = {
    slug: 'p',
    title: 'P',
    sku: 'P',
    price,
    choices,
    rules,
    tables,
    formulas,
    rates,
    quantity: chance(8) ? otherQuantity() : quantity,
    quantityByGroup,
    breaks,
    variants,
    weight: { value: '1', unit: 'kg' },
  };
  const charge = { waste: chance(2) ? '10' : null, minimum: chance(2) ? '1.25' : null, step: chance(2) ? '0.5' : null };
  if (measure && soldByMeasure)
    return {
      product: { ...product, soldBy: { kind: 'measure', measure: measure.key, unit: 'm', charge } },
      sheets: [],
    };
  if (measure && chance(5))
    return {
      product: {
        ...product,
        formulas: [
          ...formulas,
          {
            key: 'sold',
            title: 'Sold',
            serves: { kind: 'shown' },
            text: `${measure.key} + ${random.of(['1 m', 'ceil(' + measure.key + ', 1 m)'])}`,
          },
        ],
        soldBy: { kind: 'formula', formula: 'sold', unit: 'm', charge },
      },
      sheets: [],
    };
  if (variants.length === 0 && chance(6))
    return named({
      product: {
        ...product,
        price: null,
        formulas: [
          ...formulas,
          { key: 'base', title: 'Base', serves: { kind: 'base' }, text: `(${term()} + ${term()}) × 9 EUR` },
        ],
      },
      sheets: [],
    });
  return variants.length === 0 ? named({ product, sheets: [] }) : { product, sheets: [] };
}
