import { type Formula } from '../catalog';
import {
  type CompiledFormula,
  compileFormula,
  type Dim,
  dimOf,
  type FormulaStop,
  type LineValue,
  MONEY,
  type Range,
} from '../formula';
import { Exact } from '../number';
import { type FaultData, type Path } from '../problems';
import { requireUnit, type Unit, unitByCode } from '../quantity';
import { type Answer } from '../selection';
import { isBlank } from '../text';
import { type Assembled, type PlacedRate } from './assemble';
import { drawTaken } from './draws';
import { inputsOf, namesOf } from './formula-inputs';
import { type HeldIn } from './held';
import { type KitProgram } from './kit';
import { type DrawProgram, type Program } from './program';
import { findTarget, type Scope } from './scope';

/** What a formula's names are read from while a selection is resolved. */
export interface FormulaInputs {
  readonly answers: readonly (Answer | null)[];
  /** the base price of one item, as it is without formulas */
  readonly base: Exact | null;
  readonly quantity: number;
  readonly group: string | null | undefined;
  /** what is in slots and stands for parts; absent for nothing */
  readonly held?: HeldIn;
  /** takes what a formula gives, so that it is run once for a selection; absent where many selections are looked at */
  readonly runs?: Map<FormulaProgram, FormulaOutcome>;
}

/** What a formula gives for a selection: its lines; a stop; or null while something it uses is not answered. */
export type FormulaOutcome = readonly LineValue[] | FormulaStop | null;

/** A name that formulas can use: what it measures, and how it is read, in base units. */
export interface FormulaInput {
  readonly name: string;
  readonly words: string;
  readonly dim: Dim;
  readonly read: (inputs: FormulaInputs) => Exact | null;
  /** position of the choice that it is the answer of */
  readonly choice: number | null;
  /** key of the part that it is a figure of; absent for none */
  readonly part?: string;
  /** customer groups for which it is another than for everybody */
  readonly groups?: readonly string[];
  /** from how many pieces on it is another; absent for none */
  readonly steps?: readonly Exact[];
  /** what it can come to, whatever is answered; absent where anything may be */
  readonly range?: Range;
}

export interface FormulaProgram {
  readonly key: string;
  readonly title: string;
  readonly serves: Formula['serves'];
  readonly compiled: CompiledFormula;
  readonly inputs: readonly FormulaInput[];
  /** by slot, how it is read; null for what the formula doesn't use */
  readonly reads: readonly (FormulaInput['read'] | null)[];
  /** what it draws from stock; how much, it says itself */
  readonly draw: DrawProgram | null;
  /** where it is edited */
  readonly origin: Path;
  /** the sheet whose names it uses; null for the product's own */
  readonly sheet: string | null;
  /** position of the choice that it bounds or stands in for */
  readonly target: number | null;
  /** positions of the choices that it is worked out from */
  readonly uses: readonly number[];
  /** whether what it gives is asked for more than once: before all answers are known, and again with all others */
  readonly isAskedTwice: boolean;
}

/** Checks the formulas of a product and of its sheets, and makes them ready to run. */
export function compileFormulas(
  { formulas, rates }: Pick<Assembled, 'formulas' | 'rates'>,
  scope: Scope,
  kit: KitProgram | null,
): FormulaProgram[] {
  const add = scope.report;
  checkRates(rates, add);
  const { soldBy } = scope.product;
  return formulas.map(({ formula, origin, sheet }) => {
    const ofAnswers =
      formula.serves.kind === 'least' || formula.serves.kind === 'most' || formula.serves.kind === 'default';
    const inputs = inputsOf({ rates, sheet, kit, withBase: !ofAnswers }, scope);
    const target = ofAnswers
      ? findTarget(measureOf(formula.serves), ['measure', 'number'], 'value', [...origin, 'serves', 'measure'], scope)
      : null;
    const item = formula.serves.kind === 'draw' ? scope.surroundings.stock.get(formula.serves.stock) : undefined;
    const unit = item && unitByCode(item.unit);
    if (formula.serves.kind === 'draw' && !unit)
      add([...origin, 'serves', 'stock'], {
        code: 'unknownReference',
        what: 'stock item',
        given: formula.serves.stock,
      });
    if (isBlank(formula.title)) add([...origin, 'title'], { code: 'titleMissing', what: { kind: 'formula' } });
    const names = new Map(inputs.map(({ name, dim }, slot) => [name, { slot, dim }]));
    const compiled = compileFormula(
      formula.text,
      { currency: scope.surroundings.shop.currency, names },
      wantedOf(formula.serves, unit, target?.unit ?? null),
    );
    for (const { line, data } of compiled.faults)
      add([...origin, 'text'], { code: 'formula', title: formula.title || 'The formula', line, fault: data });
    for (const name of compiled.unitNames)
      add([...origin, 'text'], { code: 'nameIsUnit', name, title: `${formula.title || 'The formula'}, line ${name}` });
    if (formula.serves.kind === 'base') requireAnswers(compiled, scope, sheet, add);
    return {
      key: formula.key,
      title: formula.title,
      serves: formula.serves,
      compiled,
      inputs,
      reads: inputs.map(({ name, read }) => (compiled.uses.has(name) ? read : null)),
      draw:
        item && unit && formula.serves.kind === 'draw'
          ? { ...drawTaken(formula.serves.stock, item, unit), pieces: formula.serves.pieces }
          : null,
      origin,
      sheet,
      target: target?.index ?? null,
      // What says how much is sold is asked before the base price, so it must not ask for that.
      isAskedTwice:
        !compiled.uses.has('base') &&
        (ofAnswers || (soldBy.kind === 'formula' && soldBy.formula === formula.key && sheet === null)),
      uses: inputs.flatMap(({ name, choice }) => (choice !== null && compiled.uses.has(name) ? [choice] : [])),
    };
  });
}

/** The choice that a formula serves. */
function measureOf(serves: Formula['serves']): string {
  return 'measure' in serves ? serves.measure : '';
}

function wantedOf(serves: Formula['serves'], unit: Unit | undefined, target: Unit | null): Dim | null {
  switch (serves.kind) {
    case 'base':
    case 'amount':
    case 'cost':
      return MONEY;
    case 'weight':
      return dimOf(requireUnit('kg'));
    case 'draw':
      return unit ? dimOf(unit) : null;
    case 'least':
    case 'most':
    case 'default':
      return target && dimOf(target);
    case 'property':
    case 'shown':
      return null;
  }
}

function checkRates(rates: readonly PlacedRate[], add: (path: Path, data: FaultData) => void): void {
  for (const { rate, origin } of rates) {
    for (const [place, text] of [['value', rate.value], ...Object.entries(rate.byGroup)] as const) {
      if (!Exact.parse(text))
        add(place === 'value' ? [...origin, 'value'] : [...origin, 'byGroup', place], {
          code: 'notDecimal',
          given: text,
        });
    }
    rate.steps.forEach(({ from, value }, place) => {
      const [least, then] = [Exact.parse(from), Exact.parse(value)];
      if (!least) add([...origin, 'steps', place, 'from'], { code: 'notDecimal', given: from });
      else if (least.sign() <= 0) add([...origin, 'steps', place, 'from'], { code: 'breakFromNothing' });
      else if (!least.isWhole()) add([...origin, 'steps', place, 'from'], { code: 'breakNotWhole', given: from });
      else if (rate.steps.findIndex((other) => Exact.parse(other.from)?.equals(least) ?? false) < place)
        add([...origin, 'steps', place, 'from'], { code: 'quantityTwice', quantity: Number(from) });
      if (!then) add([...origin, 'steps', place, 'value'], { code: 'notDecimal', given: value });
    });
    if (rate.per !== null && !unitByCode(rate.per)) add([...origin, 'per'], { code: 'rateUnit', given: rate.per });
  }
}

/** A price that depends on a measure can't be known while customers may leave the measure out. */
function requireAnswers(
  compiled: CompiledFormula,
  { product }: Scope,
  sheet: string | null,
  add: (path: Path, data: FaultData) => void,
): void {
  product.choices.forEach((choice, index) => {
    if (choice.required || (choice.kind !== 'measure' && choice.kind !== 'number')) return;
    const names = namesOf(choice.key, sheet);
    if (names.some((name) => compiled.uses.has(name)))
      add(['choices', index, 'required'], { code: 'measureNotRequired', title: choice.title });
  });
}

/**
 * What a formula is worked out from beside rates that are the same for everybody: positions of choices,
 * keys of parts, and whether quantity and group matter.
 */
export function formulaInputsOf(
  { formulas, stocked, base }: Pick<Program, 'formulas' | 'stocked' | 'base'>,
  place: number,
): { indices: ReadonlySet<number>; quantity: boolean; group: boolean; parts: ReadonlySet<string> } {
  const formula = formulas[place];
  const indices = new Set(formula?.uses);
  let quantity =
    formula?.inputs.some(
      ({ name, steps }) => (name === 'quantity' || steps !== undefined) && formula.compiled.uses.has(name),
    ) ?? false;
  if (formula?.compiled.uses.has('base')) {
    for (const index of stocked) indices.add(index);
    if (base.measured?.kind === 'choice') indices.add(base.measured.index);
    else if (base.measured && base.measured.index !== place) {
      const before = formulaInputsOf({ formulas, stocked, base: { ...base, measured: null } }, base.measured.index);
      for (const index of before.indices) indices.add(index);
      quantity ||= before.quantity;
    }
  }
  const group =
    formula?.inputs.some(({ name, groups }) => formula.compiled.uses.has(name) && (groups?.length ?? 0) > 0) ?? false;
  const parts = new Set(
    formula?.inputs.flatMap(({ name, part }) => (part !== undefined && formula.compiled.uses.has(name) ? [part] : [])),
  );
  return { indices, quantity, group, parts };
}
