import { dequal } from 'dequal';
import { type Choice, numberLimits, type Product, type Report, type RuleEffect, type Weight } from '../catalog';
import { Exact } from '../number';
import { LARGEST_QUANTITY, type Orderable, orderableRange, within } from '../ordering';
import { type Amount } from '../pricing/amount';
import { type Path } from '../problems';
import { type Answer } from '../selection';
import { type DrawDefinition } from '../stock';
import { isBlank } from '../text';

export type EffectKind = RuleEffect['kind'];

/** Options of a choice that an effect names, by position. */
export type Named = ReadonlySet<number>;

/** What compiling an effect needs: the product, and who takes what is wrong with it and which choices it is about. */
export interface EffectScope {
  readonly product: Product;
  /** in what numbers it may be bought, whatever is chosen */
  readonly quantities: Orderable;
  readonly path: Path;
  readonly report: Report;
  /** notes a choice that the effect is about */
  about(choice: string, at: Path, options?: Named): void;
}

/** What rules make of one choice, while it is being found out. */
export interface RulingDraft {
  shown: boolean;
  shownBy: number | null;
  hiddenBy: number | null;
  required: boolean;
  preselected: unknown;
  least: { readonly value: Exact; readonly rule: number } | null;
  most: { readonly value: Exact; readonly rule: number } | null;
  /** by which rule an option is withheld */
  withheld: Map<number, number>;
  /** how many options the choice has */
  readonly options: number;
}

/** What nothing is withheld by; it is never written to. */
export const NONE_WITHHELD = new Map<number, number>();

/** Takes what an effect does to the item as a whole. */
export interface ItemChanges {
  amount(amount: Amount): void;
  setPrice(price: string, addOns: 'covered' | 'onTop'): void;
  weight(weight: Weight): void;
  draw(draw: DrawDefinition): void;
}

/**
 * What an analysis makes of an effect on a choice: the choice is shown, hidden or asked for, or only some answers are
 * left.
 */
export type EffectClause<E> =
  | 'shows'
  | 'hides'
  | 'requires'
  | ((effect: E, named: Named, answer: { readonly option: number | null; readonly answer: Answer | null }) => boolean);

/** Everything the core knows of what a rule can do, beside its schema and its words. */
export interface KindOfEffect<E> {
  /** checks it, and says which choices it is about */
  compile(effect: E, scope: EffectScope): void;
  /** what it makes of a choice it is about, now that its rule has fired; null for what is not about choices */
  readonly act: ((effect: E, ruling: RulingDraft, rule: number, named: Named) => void) | null;
  /** what it does to the item as a whole; null for nothing */
  readonly toItem: ((effect: E, item: ItemChanges) => void) | null;
  /** whether it can't be kept together with another effect, or one only undoes the other; asked both ways round */
  opposes(effect: E, other: RuleEffect, optionsOf: (choice: string) => readonly { readonly key: string }[]): boolean;
  /** null where it is about no choice, or forbids no answer */
  readonly clause: EffectClause<E> | null;
}

type Of<K extends EffectKind> = Extract<RuleEffect, { kind: K }>;

const aboutChoices = (effect: { readonly choices: readonly string[] }, { path, report, about }: EffectScope): void => {
  if (effect.choices.length === 0) report([...path, 'choices'], { code: 'nothingNamed', what: 'choices' });
  effect.choices.forEach((key, position) => about(key, [...path, 'choices', position]));
};

const aboutOptions = (
  effect: { readonly choice: string; readonly options: readonly string[] },
  { product, path, report, about }: EffectScope,
): void => {
  const choice = product.choices.find(({ key }) => key === effect.choice);
  const options = choice && 'options' in choice ? choice.options : [];
  if (effect.options.length === 0) report([...path, 'options'], { code: 'nothingNamed', what: 'options' });
  const named = effect.options.map((key) => {
    const position = options.findIndex((option) => option.key === key);
    if (choice && position < 0) report([...path, 'options'], { code: 'unknownReference', what: 'option', given: key });
    return position;
  });
  about(effect.choice, [...path, 'choice'], new Set(named));
};

const readOrNull = (text: string | null) => (text === null ? null : Exact.parse(text));
const share = (one: { readonly choices: readonly string[] }, other: { readonly choices: readonly string[] }) =>
  one.choices.some((choice) => other.choices.includes(choice));
const crosses = (least: Exact | null, most: Exact | null) => least !== null && most !== null && least.isMore(most);

type OfOptions = Of<'offer' | 'withhold'>;

/** An option is withheld by the first rule that does. */
function withhold(ruling: RulingDraft, option: number, rule: number): void {
  // Most rulings withhold nothing: they share one empty map.
  if (ruling.withheld === NONE_WITHHELD) ruling.withheld = new Map();
  if (!ruling.withheld.has(option)) ruling.withheld.set(option, rule);
}

/** Whether two effects on the options of one choice leave nothing to pick. */
function leaveNothing(
  one: OfOptions,
  other: RuleEffect,
  optionsOf: (choice: string) => readonly { readonly key: string }[],
): boolean {
  if (
    (other.kind !== 'offer' && other.kind !== 'withhold') ||
    one.choice !== other.choice ||
    (one.kind === 'withhold' && other.kind === 'withhold')
  )
    return false;
  const options = optionsOf(one.choice);
  const allows = (effect: OfOptions, key: string) => effect.options.includes(key) === (effect.kind === 'offer');
  return options.length > 0 && !options.some(({ key }) => allows(one, key) && allows(other, key));
}

const withinLimit = ({ least, most }: Of<'limit'>, value: Exact): boolean => {
  const [low, high] = [readOrNull(least), readOrNull(most)];
  return !(low && value.isLess(low)) && !(high && value.isMore(high));
};

/** What is neither about a choice nor in anything’s way. */
const apart = { act: null, opposes: () => false, clause: null } as const;

const kinds: { readonly [K in EffectKind]: KindOfEffect<Of<K>> } = {
  show: {
    compile: aboutChoices,
    act: (_, ruling, rule) => void (ruling.shownBy ??= rule),
    toItem: null,
    opposes: (effect, other) => other.kind === 'hide' && share(effect, other),
    clause: 'shows',
  },
  hide: {
    compile: aboutChoices,
    act: (_, ruling, rule) => void (ruling.hiddenBy ??= rule),
    toItem: null,
    opposes: (effect, other) => (other.kind === 'show' || other.kind === 'require') && share(effect, other),
    clause: 'hides',
  },
  require: {
    compile: aboutChoices,
    act: (_, ruling) => void (ruling.required = true),
    toItem: null,
    opposes: (effect, other) => other.kind === 'hide' && share(effect, other),
    clause: 'requires',
  },
  offer: {
    compile: aboutOptions,
    act(_, ruling, rule, named) {
      for (let option = 0; option < ruling.options; option += 1) if (!named.has(option)) withhold(ruling, option, rule);
    },
    toItem: null,
    opposes: leaveNothing,
    clause: (_, named, { option }) => option === null || named.has(option),
  },
  withhold: {
    compile: aboutOptions,
    act(_, ruling, rule, named) {
      for (const option of named) withhold(ruling, option, rule);
    },
    toItem: null,
    opposes: leaveNothing,
    clause: (_, named, { option }) => option === null || !named.has(option),
  },
  preselect: {
    compile: (effect, { path, about }) => about(effect.choice, [...path, 'choice']),
    act: ({ answer }, ruling) => void (ruling.preselected ??= answer),
    toItem: null,
    opposes: (effect, other) =>
      other.kind === 'preselect' && effect.choice === other.choice && !dequal(effect.answer, other.answer),
    clause: null,
  },
  limit: {
    compile(effect, { product, path, report, about }) {
      const choice = product.choices.find(({ key }) => key === effect.choice);
      if (choice && choice.kind !== 'measure' && choice.kind !== 'number')
        report([...path, 'choice'], { code: 'referenceKind', title: choice.title, wanted: 'value' });
      for (const side of ['least', 'most'] as const) {
        const text = effect[side];
        if (text !== null && !Exact.parse(text)) report([...path, side], { code: 'notDecimal', given: text });
      }
      if (choice?.kind === 'measure' || choice?.kind === 'number')
        checkNarrowed(choice, effect, [...path, 'least'], report);
      about(effect.choice, [...path, 'choice']);
    },
    act(effect, ruling, rule) {
      const [low, high] = [readOrNull(effect.least), readOrNull(effect.most)];
      if (low && (!ruling.least || low.isMore(ruling.least.value))) ruling.least = { value: low, rule };
      if (high && (!ruling.most || high.isLess(ruling.most.value))) ruling.most = { value: high, rule };
    },
    toItem: null,
    opposes: (effect, other) =>
      other.kind === 'limit' &&
      effect.choice === other.choice &&
      (crosses(readOrNull(effect.least), readOrNull(other.most)) ||
        crosses(readOrNull(other.least), readOrNull(effect.most))),
    clause: (effect, _, { answer }) => !answer?.value || withinLimit(effect, answer.value),
  },
  limitQuantity: {
    ...apart,
    compile(effect, { quantities, path, report }) {
      const narrowed = within(quantities, effect);
      const { minimum, maximum, multiple } = narrowed;
      // A product whose own rule fits nothing is told there.
      if (orderableRange(quantities) && !orderableRange(narrowed))
        report([...path, 'least'], {
          code: 'noQuantityFits',
          least: String(minimum),
          most: String(maximum ?? LARGEST_QUANTITY),
          multiple,
        });
    },
    toItem: () => undefined,
    opposes: (effect, other) =>
      other.kind === 'limitQuantity' &&
      ((effect.least ?? 0) > (other.most ?? Infinity) || (other.least ?? 0) > (effect.most ?? Infinity)),
  },
  amount: { ...apart, compile: () => undefined, toItem: ({ amount }, item) => item.amount(amount) },
  setPrice: {
    ...apart,
    compile: () => undefined,
    toItem: ({ price, addOns }, item) => item.setPrice(price, addOns),
    opposes: (effect, other) =>
      other.kind === 'setPrice' && Exact.parse(effect.price)?.equals(Exact.parse(other.price) ?? Exact.zero) === false,
  },
  weight: { ...apart, compile: () => undefined, toItem: ({ weight }, item) => item.weight(weight) },
  draw: { ...apart, compile: () => undefined, toItem: ({ draw }, item) => item.draw(draw) },
  picture: {
    ...apart,
    compile(effect, { path, report }) {
      if (effect.src === '') report([...path, 'src'], { code: 'nothingNamed', what: 'picture' });
    },
    toItem: () => undefined,
  },
  tell: {
    ...apart,
    compile(effect, { path, report }) {
      if (isBlank(effect.text)) report([...path, 'text'], { code: 'textMissing', of: 'tell' });
    },
    toItem: null,
  },
  refuse: {
    ...apart,
    compile(effect, { path, report }) {
      if (isBlank(effect.reason)) report([...path, 'reason'], { code: 'textMissing', of: 'refuse' });
    },
    toItem: () => undefined,
  },
};

/** What the core knows of an effect's kind. */
export function kindOfEffect<E extends RuleEffect>(effect: E): KindOfEffect<E> {
  // The record has for each kind what fits that kind; that the two belong together is more than the compiler can
  // follow.
  return kinds[effect.kind] as unknown as KindOfEffect<E>;
}

/** Reports a limit that no answer keeps, by itself or together with the choice's own limits and steps. */
function checkNarrowed(
  choice: Extract<Choice, { kind: 'measure' | 'number' }>,
  effect: Of<'limit'>,
  path: Path,
  report: Report,
): void {
  const own = choice.kind === 'number' ? numberLimits(choice) : choice;
  const [low, high, min, max, step] = [effect.least, effect.most, own.min, own.max, own.step].map(readOrNull);
  if (low && high && low.isMore(high))
    return report(path, { code: 'limitsCross', least: low.toString(), most: high.toString() });
  const origin = min ?? Exact.zero;
  const first = low && (!min || low.isMore(min)) ? low : min;
  const last = high && (!max || high.isLess(max)) ? high : max;
  if (!first || !last) return;
  const onStep =
    step && step.sign() > 0 ? origin.plus(step.times(Exact.of(first.minus(origin).over(step).ceiling()))) : first;
  if (onStep.isMore(last))
    report(path, {
      code: 'noAnswerFits',
      why: { kind: 'ruleWithLimits', title: choice.title, first: first.toString(), last: last.toString() },
    });
}
