import { variantKey } from '../../compile/program';
import { LEFT_OUT, weighingOf } from '../../compile';
import { type Formula } from '../../constraints';
import { Exact } from '../../number';
import { withPicks } from '../../run';
import { followed, type Level, MOST_WAYS } from './figures';
import { type ModelDraft, type ModelledChoice } from './model';

type Values = ModelledChoice['variables'][number]['values'];

/** What the values of a variable add to the weight, those together that add the same. */
interface Weighed {
  readonly level: Level;
  /** null where nothing says what it adds */
  readonly adds: readonly (Exact | null)[];
}

/**
 * A test of what one weighs, as a formula over the model's variables: all ways of answering what bears on it are gone
 * through. Where they are too many, the test may hold or not, and that is noted.
 *
 * @param holds whether the test holds for a weight, in kilograms; null where nothing says what it is
 */
export function weightFormula(model: ModelDraft, holds: (weight: Exact | null) => boolean): Formula {
  const { program, space, choices } = model;
  const { reads } = weighingOf(program.product);
  const stocked =
    program.variants.size > 0 && [...program.variants.values()].some(({ weight }) => weight) ? program.stocked : [];
  const ofVariants = stocked
    .flatMap((index) => choices[index]?.variables ?? [])
    .map(({ variable, values }): Level => ({
      variable,
      alike: values.map((_, value) => ({ values: new Set([value]), reads: [] })),
    }));
  const picked = reads.flatMap((index) =>
    (choices[index]?.variables ?? []).map(({ variable, values }) => weighed(model, index, variable, values)),
  );
  const ways = [...ofVariants, ...picked.map(({ level }) => level)].reduce(
    (product, { alike }) => product * alike.length,
    1,
  );
  if (ways > MOST_WAYS || reads.some((index) => standsForNumbers(choices[index] ?? null))) {
    leaveOpen(model);
    return space.is(space.helper(2), (value) => value === 1);
  }
  const outcomes: boolean[] = [];
  const options: string[] = [];
  const visit = (place: number, sum: Exact | null): void => {
    const variant = ofVariants[place];
    if (variant) {
      const { values = [] } = choices[stocked[place] ?? -1]?.variables[0] ?? {};
      variant.alike.forEach((_, value) => {
        options[place] = values[value]?.answer?.option ?? LEFT_OUT;
        visit(place + 1, null);
      });
      return;
    }
    const begun =
      place === ofVariants.length
        ? ((stocked.length > 0 ? program.variants.get(variantKey(options))?.weight : null) ?? program.weight)
        : sum;
    const next = picked[place - ofVariants.length];
    if (!next) return void outcomes.push(holds(begun && begun.times(program.weightUnit.factor)));
    for (const add of next.adds) visit(place + 1, add ? (begun?.plus(add) ?? add) : begun);
  };
  visit(0, null);
  return followed(space, [...ofVariants, ...picked.map(({ level }) => level)], (way) => outcomes[way] ?? false);
}

/** Notes that what one weighs could not be gone through. */
function leaveOpen({ loose }: ModelDraft): void {
  if (!loose.some(({ kind }) => kind === 'weightTooWide')) loose.push({ kind: 'weightTooWide' });
}

/** Nothing is sold that weighs less than nothing, which an option that makes it lighter could do. */
export function constrainWeight(model: ModelDraft): void {
  if (leastWeight(model).sign() >= 0) return;
  if (weighsMoreThanOwn(model.program)) leaveOpen(model);
  else model.space.require(weightFormula(model, (weight) => weight === null || weight.sign() >= 0));
}

/** Whether something beside the product or variant and what is picked of it weighs. */
const weighsMoreThanOwn = ({ base, kit, addOns, formulas, rules }: ModelDraft['program']): boolean =>
  base.unit !== null ||
  kit !== null ||
  addOns.length > 0 ||
  formulas.some(({ serves }) => serves.kind === 'weight') ||
  (rules?.itemEffects ?? []).some(({ weight }) => weight);

/** No selection weighs less: the lightest variant, what makes it lighter, and nothing that makes it heavier. */
function leastWeight({ program, choices }: ModelDraft): Exact {
  const bases = [program.weight, ...[...program.variants.values()].map(({ weight }) => weight)];
  const known = program.base.unit === null ? bases.flatMap((weight) => weight ?? []) : [];
  const picked = choices.flatMap((choice) =>
    (choice?.variables ?? []).map(({ values }) =>
      mostTakenOff(
        values.flatMap(({ answer, ends }) =>
          [answer, ends?.low, ends?.high].map((one) => withPicks(program, choice?.index ?? -1, one?.picks ?? [], null)),
        ),
      ),
    ),
  );
  const byRules = (program.rules?.itemEffects ?? []).map(({ weight }) => mostTakenOff([weight]));
  const base = known.reduce((least, weight) => (weight.isLess(least) ? weight : least), known[0] ?? Exact.zero);
  return [...picked, ...byRules].reduce((sum, least) => sum.plus(least), base);
}

/** The least of some weights, below nothing, or nothing where none of them makes it lighter. */
const mostTakenOff = (weights: readonly (Exact | null | undefined)[]): Exact =>
  weights.reduce<Exact>((least, weight) => (weight?.isLess(least) ? weight : least), Exact.zero);

/** Whether values of a choice stand for several numbers of an option, which weigh as often as much. */
const standsForNumbers = (choice: ModelledChoice | null): boolean =>
  choice?.variables.some(({ values }) =>
    values.some(({ ends }) => ends && ends.low.picks[0]?.count !== ends.high.picks[0]?.count),
  ) ?? false;

/** The values of a variable by what they add to the weight. */
function weighed({ program }: ModelDraft, index: number, variable: number, values: Values): Weighed {
  const groups = new Map<string, { readonly add: Exact | null; readonly values: Set<number> }>();
  values.forEach(({ answer }, value) => {
    const add = withPicks(program, index, answer?.picks ?? [], null);
    const name = add?.toString() ?? '';
    const group = groups.get(name) ?? { add, values: new Set<number>() };
    group.values.add(value);
    groups.set(name, group);
  });
  const all = [...groups.values()];
  return {
    level: { variable, alike: all.map((group) => ({ values: group.values, reads: [] })) },
    adds: all.map(({ add }) => add),
  };
}
