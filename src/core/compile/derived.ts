import { priceSources, priceSteps } from './price-steps';
import { type ChoiceProgram, type Compiled, type Derived, type Program } from './program';
import { supplySteps } from './supply-steps';

/** A product with all that follows from what is compiled of it. The only place where a program comes from. */
export const programOf = (compiled: Compiled): Program => ({ ...compiled, ...derivedFrom(compiled) }) as Program;

/** The same product, otherwise in something; what follows from it follows anew. */
export const programWith = (program: Program, changed: Partial<Compiled>): Program =>
  programOf({ ...program, ...changed });

/** The one place that says what follows from what. */
function derivedFrom(compiled: Compiled): Derived {
  const { choices, addOns, formulas, rules, base } = compiled;
  const variants = [...compiled.variants.values()];
  const baseFormula = baseFormulaOf(compiled);
  return {
    indexOf: new Map(choices.flatMap(({ key, asks }, index) => (asks ? [[key, index]] : []))),
    stocked: stockedOf(choices),
    skuChoices: positions(
      choices,
      ({ effects }, index) => effects.some(({ sku }) => sku !== null) || addOns.some(({ choice }) => choice === index),
    ),
    keyOrder: positions(choices, ({ forWorkshop }) => !forWorkshop).sort((a, b) =>
      (choices[a]?.key ?? '') < (choices[b]?.key ?? '') ? -1 : 1,
    ),
    baseFormula,
    priceSources: priceSources(baseFormula),
    priceSteps: priceSteps(choices, addOns, formulas, rules),
    supplySteps: supplySteps(compiled),
    breaks: [
      ...(base.breaks ? [base.breaks] : []),
      ...variants.flatMap((variant) => variant.breaks ?? []),
      ...choices.flatMap(({ effects }) => effects.flatMap((effect) => effect.breaks?.table ?? [])),
    ],
    remembersPrices:
      base.wasPrice !== null ||
      variants.some(({ wasPrice }) => wasPrice !== null) ||
      choices.some(({ effects }) => effects.some(({ wasAmount }) => wasAmount !== null)),
    picturesVary:
      variants.some(({ picture }) => picture !== null) ||
      choices.some(({ options }) => options.some(({ picture }) => picture !== null)),
  };
}

const positions = (
  choices: readonly ChoiceProgram[],
  isOne: (choice: ChoiceProgram, index: number) => boolean,
): number[] => choices.flatMap((choice, index) => (isOne(choice, index) ? [index] : []));

/** Positions of the choices whose options are counted separately in stock. */
export const stockedOf = (choices: readonly ChoiceProgram[]): number[] => positions(choices, ({ stocked }) => stocked);

/** Index of the formula that the base price comes from; null where none does. */
export function baseFormulaOf({ formulas }: Pick<Compiled, 'formulas'>): number | null {
  const index = formulas.findIndex(({ serves }) => serves.kind === 'base');
  return index < 0 ? null : index;
}
