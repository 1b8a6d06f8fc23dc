import { Decimal } from 'decimal.js';
import jsonLogic, { type RulesLogic } from 'json-logic-js';
import { all, type BigNumber, create, type EvalFunction, type Unit } from 'mathjs';
import { hasOptions, type Product } from '../src/core/catalog';
import { type BenchSelection, type Outcome } from './product';

// The same work put together from general-purpose libraries: a JSON rule evaluator decides what is right, missing and
// chosen, a maths-expression library with units computes measures and amounts (parsed and compiled beforehand), and an
// arbitrary-precision decimal library adds the money up. The work is the same: exact decimals from end to end, and the
// same lines, details and reasons come out.

const math = create(all ?? {}, { number: 'BigNumber', precision: 32 });

// The library has this for its units as a method only.
math.import({ toNumeric: (unit: Unit, name: string) => unit.toNumeric(name) });

interface Line {
  readonly label: string;
  readonly of: string | null;
  readonly amount: Decimal;
  readonly source: string;
}

interface Row {
  readonly key: string;
  readonly title: string;
  readonly titles: ReadonlyMap<string, string>;
  readonly bases: ReadonlyMap<string, string>;
  readonly required: boolean;
  readonly fallback: unknown;
  readonly isValid: RulesLogic;
  readonly isPresent: RulesLogic;
  readonly measured: EvalFunction | null;
  readonly amounts: ReadonlyMap<string, EvalFunction>;
  readonly parts: ReadonlyMap<string, string>;
  readonly weights: ReadonlyMap<string, EvalFunction>;
  readonly draws: ReadonlyMap<string, readonly [string, EvalFunction][]>;
}

/** Rules and expressions of a product, made once. */
export function libraryProgram(product: Product) {
  const base = new Decimal(product.price ?? '0');
  const exactBase = math.bignumber(product.price ?? '0');
  const rows: Row[] = product.choices.map((choice) => {
    const value = { var: `answers.${choice.key}` };
    const effects: [
      string,
      {
        amount: Amount | null;
        sku: string | null;
        weight: { value: string; unit: string } | null;
        draws: readonly unknown[];
      },
    ][] = hasOptions(choice)
      ? choice.options.map((option) => [option.key, option])
      : 'amount' in choice
        ? [['*', choice]]
        : [];
    const rules: RulesLogic[] = [];
    if (hasOptions(choice)) rules.push({ in: [value, choice.options.map(({ key }) => key)] } as RulesLogic);
    if (choice.kind === 'text')
      rules.push({ '<=': [{ var: `lengths.${choice.key}` }, choice.maxCharacters] } as RulesLogic);
    if (choice.kind === 'number' || choice.kind === 'measure') {
      if (choice.min !== null)
        rules.push({ '>=': [{ var: `numbers.${choice.key}` }, Number(choice.min)] } as RulesLogic);
      if (choice.max !== null)
        rules.push({ '<=': [{ var: `numbers.${choice.key}` }, Number(choice.max)] } as RulesLogic);
      if (choice.step !== null)
        rules.push({ '==': [{ '%': [{ var: `numbers.${choice.key}` }, Number(choice.step)] }, 0] } as RulesLogic);
    }
    if (choice.kind === 'yesNo') rules.push({ in: [value, [true, false]] } as RulesLogic);
    return {
      key: choice.key,
      title: choice.title,
      titles: new Map(hasOptions(choice) ? choice.options.map(({ key, title }) => [key, title]) : []),
      bases: new Map(
        effects.flatMap(([key, { amount }]) =>
          amount && amount.kind !== 'fixed' ? [[key, `${amount.value} ${amount.kind}`] as const] : [],
        ),
      ),
      required: choice.required,
      fallback: 'default' in choice ? choice.default : null,
      isValid: { and: rules } as RulesLogic,
      isPresent: { '!=': [value, null] } as RulesLogic,
      measured: choice.kind === 'measure' ? math.compile(`value * 1 ${choice.unit}`) : null,
      amounts: new Map(
        effects.flatMap(([key, { amount }]) =>
          amount ? [[key, math.compile(expression(amount, choice.key))] as const] : [],
        ),
      ),
      parts: new Map(effects.flatMap(([key, { sku }]) => (sku ? [[key, sku] as const] : []))),
      weights: new Map(
        effects.flatMap(([key, { weight }]) =>
          weight ? [[key, math.compile(`${weight.value} ${weight.unit}`)] as const] : [],
        ),
      ),
      draws: new Map(
        hasOptions(choice)
          ? choice.options.map((option) => [
              option.key,
              option.draws.flatMap((draw) =>
                draw.kind === 'fixed' ? [[draw.stock, math.compile(draw.quantity)] as [string, EvalFunction]] : [],
              ),
            ])
          : [],
      ),
    };
  });
  const board = math.compile('toNumeric(measures.length, "m")');
  const baseWeight = math.compile(`${product.weight?.value} ${product.weight?.unit}`);
  const quantityRule = {
    and: [
      { '>=': [{ var: 'quantity' }, product.quantity?.minimum ?? 1] },
      { '<=': [{ var: 'quantity' }, product.quantity?.maximum ?? null] },
    ],
  } as RulesLogic;

  return ({ answers: given, quantity }: BenchSelection, stock: Readonly<Record<string, string>>) => {
    const answers: Record<string, unknown> = {};
    const numbers: Record<string, number> = {};
    const exact: Record<string, BigNumber> = {};
    const lengths: Record<string, number> = {};
    const letters: Record<string, number> = {};
    const measures: Record<string, Unit> = {};
    for (const { key, fallback, measured } of rows) {
      const answer = given[key] ?? fallback;
      answers[key] = answer;
      if (typeof answer !== 'string') continue;
      lengths[key] = answer.length;
      letters[key] = answer.replaceAll(' ', '').length;
      numbers[key] = Number(answer);
      if (Number.isNaN(numbers[key])) continue;
      exact[key] = math.bignumber(answer);
      if (measured) measures[key] = measured.evaluate({ value: exact[key] }) as Unit;
    }
    const data = { answers, numbers, lengths, quantity };
    const scope = { base: exactBase, numbers: exact, letters, measures };
    const problems: { where: string; message: string }[] = [];
    const working: Line[] = [{ label: 'Base price', of: null, amount: base, source: 'product' }];
    const parts = [product.sku];
    const counted: { choice: string; title: string; value: string; shown: string; fromDefault: boolean }[] = [];
    const draws = new Map<string, Decimal>();
    let weight = baseWeight.evaluate() as Unit;
    for (const row of rows) {
      if (!jsonLogic.apply(row.isPresent, data)) {
        if (row.required)
          problems.push({ where: `choice:${row.key}`, message: `${row.title} is still to be answered.` });
        continue;
      }
      if (!jsonLogic.apply(row.isValid, data)) {
        problems.push({ where: `choice:${row.key}`, message: `${row.title} is not right.` });
        Reflect.deleteProperty(measures, row.key);
        continue;
      }
      const answer = answers[row.key];
      const effect = typeof answer === 'string' && row.draws.has(answer) ? answer : '*';
      const value = answer === true ? 'yes' : answer === false ? 'no' : (exact[row.key]?.toString() ?? String(answer));
      counted.push({
        choice: row.key,
        title: row.title,
        value,
        shown: row.titles.get(value) ?? value,
        fromDefault: given[row.key] === undefined,
      });
      if (answer === false) continue;
      const amount = row.amounts.get(effect);
      if (amount) {
        const label = effect === '*' ? row.title : `${row.title}: ${row.titles.get(effect)}`;
        working.push({
          label,
          of: row.bases.get(effect) ?? null,
          amount: decimalOf(amount.evaluate(scope)),
          source: row.key,
        });
      }
      const part = row.parts.get(effect);
      if (part) parts.push(part);
      const added = row.weights.get(effect);
      if (added) weight = math.add(weight, added.evaluate() as Unit) as Unit;
      for (const [item, drawn] of row.draws.get(effect) ?? [])
        draws.set(item, (draws.get(item) ?? new Decimal(0)).plus(decimalOf(drawn.evaluate())));
    }
    if (!jsonLogic.apply(quantityRule, data))
      problems.push({ where: 'quantity', message: 'The quantity is not right.' });
    const all = new Map<string, Decimal>();
    if (measures.length) all.set('board', decimalOf(board.evaluate(scope)));
    for (const [item, drawn] of draws) all.set(item, drawn);
    const sum = working.reduce((total, { amount }) => total.plus(amount), new Decimal(0));
    const unitPrice = sum.toDecimalPlaces(2, Decimal.ROUND_HALF_UP);
    if (!unitPrice.equals(sum))
      working.push({ label: 'Rounding', of: null, amount: unitPrice.minus(sum), source: 'rounding' });
    const possible = [...all].map(([item, drawn]) => new Decimal(stock[item] ?? 0).div(drawn).floor().toNumber());
    const canSupply = Math.min(...possible);
    if (canSupply < quantity) problems.push({ where: 'quantity', message: `We can supply ${canSupply}.` });
    const key = [...counted]
      .sort((a, b) => (a.choice < b.choice ? -1 : 1))
      .map(({ choice, value }) => `${choice}=${encodeURIComponent(value)}`)
      .join('&');
    const details = counted.map(({ title, shown }) => ({ label: title, value: shown }));
    const item = { key: `${product.slug}?${key}`, sku: parts.join('-'), title: product.title, details };
    const lineTotal = unitPrice.times(quantity);
    const taken = [...all].map(([name, drawn]) => ({ stock: name, perItem: drawn, total: drawn.times(quantity) }));
    return {
      state: problems.length === 0 ? 'sellable' : 'invalid',
      problems,
      counted,
      item,
      working,
      unitPrice,
      lineTotal,
      weight,
      draws: taken,
      canSupply: canSupply === Infinity ? ('unlimited' as const) : canSupply,
    };
  };
}

export type LibraryResult = ReturnType<ReturnType<typeof libraryProgram>>;

/** Brought to the common form, outside what is measured. */
export function libraryOutcome(result: LibraryResult): Outcome {
  return {
    state: result.state,
    problems: result.problems.map(({ where }) => where),
    key: result.item.key,
    sku: result.item.sku,
    working: result.working.map(({ amount }) => amount.toFixed(4)),
    unitPrice: result.unitPrice.toFixed(4),
    lineTotal: result.lineTotal.toFixed(4),
    weight: result.weight.toNumber('kg').toFixed(3),
    draws: result.draws.map(({ stock, total }) => `${stock} ${total.toFixed(4)}`),
    canSupply: result.canSupply,
  };
}

/** What an expression gives, as the decimal library's own value. */
function decimalOf(value: unknown): Decimal {
  return new Decimal(String(value));
}

type Amount = NonNullable<Extract<Product['choices'][number], { kind: 'text' }>['amount']>;

function expression(amount: Amount, own: string): string {
  switch (amount.kind) {
    case 'fixed':
      return amount.value;
    case 'oncePerLine':
    case 'percentOfSum':
      throw new RangeError('the product measured has no such amount');
    case 'percentOfBase':
      return `base * ${amount.value} / 100`;
    case 'perCharacter':
      return `letters.${amount.of ?? own} * ${amount.value}`;
    case 'perUnit':
      return amount.unit === '1'
        ? `numbers.${amount.of ?? own} * ${amount.value}`
        : `toNumeric(measures.${amount.of ?? own}, "${amount.unit}") * ${amount.value}`;
  }
}
