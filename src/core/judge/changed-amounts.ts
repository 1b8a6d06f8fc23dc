import { type AddOnPrice, type Choice, hasOptions, type Product, variantTitle } from '../catalog';
import { placesOf, type Program } from '../compile';
import { type LineValue } from '../formula';
import { Exact } from '../number';
import { type Amount, type Breaks } from '../pricing';
import { resolve } from '../run';

/** What a source of a product's price says: an amount as it is defined, a sum of money, or what a formula comes to. */
export type PriceSaid =
  | { readonly kind: 'amount'; readonly amount: Amount }
  | { readonly kind: 'money'; readonly value: Exact; readonly per: string | null }
  | { readonly kind: 'percent'; readonly value: string }
  /** what more of it costs; `unit` is the code of what the product is sold by */
  | { readonly kind: 'breaks'; readonly breaks: Breaks; readonly unit: string | null }
  | { readonly kind: 'result'; readonly value: LineValue | null; readonly text: string };

/**
 * Where something stands that a price comes from: a title, or what it is of a product or choice; `from` that many on.
 */
export type Whereabouts = string | { readonly named: 'price' | 'breaks' | 'offTheParts' } | { readonly from: string };

/** One thing that a price comes from, on both sides of a change; null where there is none on a side. */
export interface ChangedAmount {
  /** from the outside in: of another product that comes with it, of the choice, of the option */
  readonly where: readonly Whereabouts[];
  readonly before: PriceSaid | null;
  readonly after: PriceSaid | null;
}

interface Source {
  readonly where: readonly Whereabouts[];
  readonly said: PriceSaid | null;
}

/**
 * What differs between two programs in the things that a price comes from, one by one: what each option adds, each
 * variant's and product's own price, rates, what rules add or set, and what each formula gives for what is selected at
 * the beginning. So a change in the middle of a range is seen, though its ends stay.
 *
 * @param today the day it is in the shop, as YYYY-MM-DD
 */
export function changedAmounts(before: Program, after: Program, today: string): ChangedAmount[] {
  const [had, has] = [sourcesOf(before, today), sourcesOf(after, today)];
  const names = new Set([...had.keys(), ...has.keys()]);
  return [...names].flatMap((name): ChangedAmount | never[] => {
    const [former, next] = [had.get(name), has.get(name)];
    // What is new or gone as a whole changes nothing unless it costs something.
    if (asText(former?.said ?? null) === asText(next?.said ?? null)) return [];
    return { where: (next ?? former)?.where ?? [], before: former?.said ?? null, after: next?.said ?? null };
  });
}

/** The same for what is said alike: an amount of nothing is none. */
function asText(said: PriceSaid | null): string {
  if (
    said === null ||
    (said.kind === 'amount' && isNothing(said.amount.value)) ||
    (said.kind === 'percent' && isNothing(said.value))
  )
    return '';
  switch (said.kind) {
    case 'amount':
      return JSON.stringify(said.amount);
    case 'money':
      return `${said.value.toString()} ${said.per ?? ''}`;
    case 'percent':
      return said.value;
    case 'breaks':
      return JSON.stringify([said.breaks, said.unit]);
    case 'result':
      return `${said.value?.value.toString() ?? ''} ${said.text}`;
  }
}

const isNothing = (decimal: string) => Exact.parse(decimal)?.sign() === 0;

/** By a name that is the same on both sides of a change. Products that come with it are looked at once each. */
function sourcesOf(
  program: Program,
  today: string,
  known = new Map<string, Source>(),
  seen = new Set<string>(),
  within: readonly Whereabouts[] = [],
): ReadonlyMap<string, Source> {
  if (seen.has(program.slug)) return known;
  seen.add(program.slug);
  const { product, written, base } = program;
  const note: Note = (name, where, said) =>
    void known.set([program.slug, ...name].join(' '), { where: [...within, ...where], said });
  note(
    ['price'],
    [{ named: 'price' }],
    base.price && { kind: 'money', value: base.price, per: base.unit?.code ?? null },
  );
  for (const { options, title, price } of program.variants.values())
    note(['variant', ...options], [title], price && { kind: 'money', value: price, per: base.unit?.code ?? null });
  noteBreaks(product, base.unit?.code ?? null, note);
  for (const choice of product.choices) noteChoice(choice, note);
  for (const { rate, sheet } of written.rates) {
    const { key, title, value, per, byGroup, steps } = rate;
    note(['rate', sheet ?? '', key], [title || key], moneySaid(value, per));
    for (const { from, value: then } of steps)
      note(['rate', sheet ?? '', key, 'from', from], [title || key, { from }], moneySaid(then, per));
    for (const [group, own] of Object.entries(byGroup))
      note(['rate', sheet ?? '', key, group], [title || key, group], moneySaid(own, per));
  }
  noteRules(written, note);
  noteFormulas(program, today, note);
  const { partsPrice } = product;
  if (partsPrice.kind === 'lessAmount') note(['parts'], [{ named: 'offTheParts' }], moneySaid(partsPrice.amount, null));
  if (partsPrice.kind === 'lessPercent')
    note(['parts'], [{ named: 'offTheParts' }], { kind: 'percent', value: partsPrice.percent });
  for (const { candidates } of placesOf(program.kit))
    for (const candidate of candidates) sourcesOf(candidate.program, today, known, seen, [candidate.title]);
  for (const addOn of program.addOns) sourcesOf(addOn.program, today, known, seen, [addOn.program.title]);
  return known;
}

type Note = (name: readonly string[], where: readonly Whereabouts[], said: PriceSaid | null) => void;

function noteBreaks(product: Product, unit: string | null, note: Note): void {
  const said = (breaks: Breaks | null): PriceSaid | null => breaks && { kind: 'breaks', breaks, unit };
  note(['breaks'], [{ named: 'breaks' }], said(product.breaks));
  for (const variant of product.variants)
    note(
      ['breaks', 'variant', ...Object.values(variant.options)],
      [variantTitle(product, variant.options), { named: 'breaks' }],
      said(variant.breaks),
    );
  for (const choice of product.choices) {
    const title = choice.title || choice.key;
    if (hasOptions(choice))
      for (const option of choice.options)
        note(['breaks', choice.key, option.key], [title, option.title, { named: 'breaks' }], said(option.breaks));
    else if ('breaks' in choice) note(['breaks', choice.key], [title, { named: 'breaks' }], said(choice.breaks));
  }
}

/** Of a decimal of the definition; null for what is none, which is a fault told elsewhere. */
function moneySaid(decimal: string, per: string | null): PriceSaid | null {
  const value = Exact.parse(decimal);
  return value && { kind: 'money', value, per };
}

const amountSaid = (amount: Amount | null): PriceSaid | null => amount && { kind: 'amount', amount };

function noteChoice(choice: Choice, note: Note): void {
  if (hasOptions(choice))
    for (const { key, title, amount } of choice.options)
      note(['choice', choice.key, key], [choice.title || choice.key, title], amountSaid(amount));
  else if ('amount' in choice) note(['choice', choice.key], [choice.title || choice.key], amountSaid(choice.amount));
  if (choice.kind === 'addOn') {
    note(['along', choice.key], [choice.title || choice.key], alongSaid(choice.price));
  }
}

function alongSaid(price: AddOnPrice): PriceSaid | null {
  switch (price.kind) {
    case 'asSoldAlone':
      return null;
    case 'fixed':
      return moneySaid(price.value, null);
    case 'less':
      return { kind: 'percent', value: price.percent };
  }
}

function noteRules({ rules }: Program['written'], note: Note): void {
  for (const [place, { value, origin }] of rules.entries()) {
    const { title, on, then } = value;
    then.forEach((effect, position) => {
      if (!on || (effect.kind !== 'amount' && effect.kind !== 'setPrice')) return;
      note(
        ['rule', ...origin.slice(0, -1).map(String), value.key, String(position)],
        [title || `Rule ${place + 1}`],
        effect.kind === 'amount' ? amountSaid(effect.amount) : moneySaid(effect.price, null),
      );
    });
  }
}

function noteFormulas(program: Program, today: string, note: Note): void {
  const { formulas } = program.written;
  if (formulas.length === 0) return;
  const { measures } = resolve(program, { answers: {} }, { stock: null, today });
  for (const {
    formula: { key, title, text },
    sheet,
  } of formulas) {
    const value = measures.filter(({ formula }) => formula === title).at(-1) ?? null;
    note(['formula', sheet ?? '', key], [title], { kind: 'result', value, text });
  }
}
