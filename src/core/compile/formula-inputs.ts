import { type Choice, formulaName, hasOptions, readProperty } from '../catalog';
import { dimOf, MONEY, NUMBER } from '../formula';
import { Exact } from '../number';
import { requireUnit, unitByCode } from '../quantity';
import { type PlacedRate } from './assemble';
import { placedKey } from './placed-key';
import { type FormulaInput, type FormulaInputs } from './formulas';
import { heldFigures, heldPlaces } from './held';
import { type KitProgram } from './kit';
import { type Scope } from './scope';

/** The names of a choice inside a formula: within its own sheet without the sheet's name, too. */
export function namesOf(key: string, sheet: string | null): string[] {
  const own = sheet !== null && key.startsWith(`${sheet}.`) ? [formulaName(key.slice(sheet.length + 1))] : [];
  return [...own, formulaName(key)];
}

/** What a formula can refer to beside the choices of its product. */
interface Referred {
  readonly rates: readonly PlacedRate[];
  /** the sheet whose formula it is; null for the product's own */
  readonly sheet: string | null;
  readonly kit: KitProgram | null;
  /** whether the base price is known before it: it may follow from the answers that the formula bounds */
  readonly withBase: boolean;
}

/** Everything that a formula can refer to; the first of a name counts. */
export function inputsOf({ rates, sheet, kit, withBase }: Referred, { product, surroundings }: Scope): FormulaInput[] {
  const offered = [
    ...product.choices.flatMap((choice, index) => [
      ...answerInputs(choice, index, sheet),
      ...propertyInputs(choice, index, sheet),
    ]),
    ...heldInputs(kit, sheet),
    ...rateInputs(rates, sheet),
    ...(withBase ? [baseInput(surroundings.shop.currency)] : []),
    QUANTITY,
  ];
  const inputs = new Map<string, FormulaInput>();
  for (const input of offered) if (!inputs.has(input.name)) inputs.set(input.name, input);
  return [...inputs.values()];
}

/** What is measured or counted. */
function answerInputs(choice: Choice, index: number, sheet: string | null): FormulaInput[] {
  if (choice.kind !== 'measure' && choice.kind !== 'number') return [];
  const unit = choice.kind === 'measure' ? unitByCode(choice.unit) : requireUnit('1');
  if (!unit) return [];
  return namesOf(choice.key, sheet).map((name) => ({
    name,
    words: choice.title,
    dim: dimOf(unit),
    choice: index,
    read: ({ answers }) => answers[index]?.value?.times(unit.factor) ?? null,
  }));
}

/** What the options of a choice measure or are; what is in a slot has properties of its own. */
function propertyInputs(choice: Choice, index: number, sheet: string | null): FormulaInput[] {
  if (!hasOptions(choice) || choice.kind === 'slot') return [];
  const properties = new Set(choice.options.flatMap((option) => Object.keys(option.properties)));
  return [...properties].flatMap((property) => {
    const values = choice.options.map((option) => {
      const said = option.properties[property];
      const value = said ? readProperty(said) : null;
      return value?.kind === 'quantity'
        ? { value: value.value.times(value.unit.factor), dim: dimOf(value.unit) }
        : null;
    });
    // A text is nothing to count with.
    if (values.every((value) => value === null)) return [];
    const read = ({ answers }: FormulaInputs) => {
      const effect = answers[index]?.picks[0]?.effect;
      return effect === undefined ? null : (values[effect]?.value ?? null);
    };
    return namesOf(choice.key, sheet).map((name) => ({
      name: `${name}.${formulaName(property)}`,
      words: `${property} of ${choice.title}`,
      dim: values.find((value) => value !== null)?.dim ?? NUMBER,
      choice: index,
      read,
    }));
  });
}

/** What stands in the places of a kit. */
function heldInputs(kit: KitProgram | null, sheet: string | null): FormulaInput[] {
  return heldPlaces(kit).flatMap((place) =>
    namesOf(place.key, sheet).flatMap((own) =>
      heldFigures(place, own, formulaName).map(({ name, words, dim, of, range }) => ({
        name,
        words,
        dim,
        choice: place.choice,
        range,
        ...(place.choice === null && { part: place.key }),
        read: ({ held }: FormulaInputs) => of(held?.(place.key) ?? []),
      })),
    ),
  );
}

/** Rates, those of the formula's own sheet first. */
function rateInputs(rates: readonly PlacedRate[], sheet: string | null): FormulaInput[] {
  const nearestFirst = [...rates].sort((a, b) => Number(b.sheet === sheet) - Number(a.sheet === sheet));
  return nearestFirst.flatMap(({ rate, sheet: of }) => {
    const unit = rate.per === null ? requireUnit('1') : unitByCode(rate.per);
    const value = Exact.parse(rate.value);
    if (!unit || !value) return [];
    const byGroup = new Map(
      Object.entries(rate.byGroup).flatMap(([group, text]) => {
        const own = Exact.parse(text);
        return own ? [[group, own.over(unit.factor)] as const] : [];
      }),
    );
    const common = value.over(unit.factor);
    const steps = rate.steps
      .flatMap((step) => {
        const [from, then] = [Exact.parse(step.from), Exact.parse(step.value)];
        return from && then ? [{ from, value: then.over(unit.factor) }] : [];
      })
      .sort((a, b) => a.from.compare(b.from));
    const atNumber = (quantity: number) =>
      Number.isSafeInteger(quantity)
        ? steps.findLast(({ from }) => !from.isMore(Exact.of(quantity)))?.value
        : undefined;
    const { length, mass } = dimOf(unit);
    return {
      name: of === sheet || of === null ? formulaName(rate.key) : formulaName(placedKey(of, rate.key)),
      words: rate.title,
      // A measure length or weight below the line: money per unit.
      dim: { length: length === 0 ? 0 : -length, mass: mass === 0 ? 0 : -mass, money: 1 },
      choice: null,
      groups: [...byGroup.keys()],
      ...(steps.length > 0 && { steps: steps.map(({ from }) => from) }),
      read: ({ group, quantity }: FormulaInputs) =>
        (typeof group === 'string' ? byGroup.get(group) : undefined) ?? atNumber(quantity) ?? common,
    };
  });
}

const baseInput = (currency: string): FormulaInput => ({
  name: 'base',
  words: `base price in ${currency}`,
  dim: MONEY,
  choice: null,
  read: ({ base }) => base,
});

const QUANTITY: FormulaInput = {
  name: 'quantity',
  words: 'how many are taken',
  dim: NUMBER,
  choice: null,
  read: ({ quantity }) => (Number.isSafeInteger(quantity) ? Exact.of(quantity) : null),
};
