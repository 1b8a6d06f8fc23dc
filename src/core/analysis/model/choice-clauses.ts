import { type RuleEffect } from '../../catalog';
import { type Candidate } from '../../catalog/choices';
import { type ChoiceProgram } from '../../compile/program';
import { allOf, ALWAYS, anyOf, type Formula, NEVER, not, type Space } from '../../constraints';
import { type EffectOnChoice, kindOfEffect } from '../../rules';
import { runFor, resolveAddOn } from '../../run';
import { type Problem } from '../../problems';
import { type Answer } from '../../selection';
import { isAnswered, isLeftOut } from './conditions';
import { type ModelDraft, type ModelledChoice, type Switches } from './model';

/**
 * Values of a choice for which something holds; of a choice of several, what holds is asked of every option that is
 * picked.
 */
function eachPick(choice: ModelledChoice, space: Space, test: (candidate: Candidate) => boolean): Formula {
  return allOf(
    ...choice.variables.map(({ variable, values }) =>
      space.is(variable, (value) => {
        const candidate = values[value];
        return !candidate || candidate.raw === null || test(candidate);
      }),
    ),
  );
}

/** Holds where an effect is left aside. */
export function leftAside(effect: RuleEffect, switches: Switches | null, space: Space): Formula {
  const variable = switches?.kept.get(effect);
  return variable === undefined ? NEVER : space.is(variable, (value) => value === 0);
}

/** What a choice is tied to: who sees it, when it is shown, what must be answered, and which of its options go. */
export function constrainChoice(
  choice: ModelledChoice,
  model: ModelDraft,
  fires: readonly Formula[],
  switches: Switches | null,
): void {
  const { program, space } = model;
  const { index } = choice;
  const compiled = program.choices[index];
  const definition = program.product.choices[index];
  if (!compiled || !definition) return;
  const tie: Tie = {
    choice,
    model,
    compiled,
    fires,
    switches,
    effects: program.rules?.program.onChoice.get(index) ?? [],
  };
  const hidden = allOf(
    ...choice.variables.map(({ variable, values }) => space.is(variable, (value) => values[value]?.hidden === true)),
  );
  tieShown(tie, hidden);
  tieOptions(tie);
  if (compiled.forWorkshop && !Object.hasOwn(program.fixed, compiled.key)) {
    const preselected = tie.effects.flatMap((one) =>
      one.effect.kind === 'preselect' ? [{ when: keptAndFiring(tie, one), raw: one.effect.answer }] : [],
    );
    requireSettled(choice, model, preselected, hidden);
  }
  tieAlong(tie);
  if (definition.kind === 'several') {
    const members = choice.variables.map(({ variable, values }) => ({
      variable,
      isPicked: (value: number) => values[value]?.raw !== null,
    }));
    space.limit(members, definition.least ?? 1, definition.most ?? definition.options.length);
  }
}

/** A choice with all that says something about it. */
interface Tie {
  readonly choice: ModelledChoice;
  readonly model: ModelDraft;
  readonly compiled: ChoiceProgram;
  readonly fires: readonly Formula[];
  readonly switches: Switches | null;
  readonly effects: readonly EffectOnChoice[];
}

/** Holds where an effect's rule fires, and the effect is not left aside. */
const keptAndFiring = ({ model: { space }, fires, switches }: Tie, { rule, effect }: EffectOnChoice): Formula =>
  allOf(fires[rule] ?? NEVER, not(leftAside(effect, switches, space), space.sizes));

/** Holds for customers of one of these groups; for everybody where there are none. */
const seenBy = ({ space, group, groups }: ModelDraft, wanted: readonly string[]): Formula =>
  wanted.length === 0 ? ALWAYS : space.is(group, (value) => wanted.includes(groups[value] ?? ''));

/** A choice is answered only where it is shown, and there where it must be. @param hidden where it is not asked */
function tieShown(tie: Tie, hidden: Formula): void {
  const { choice, model, compiled, switches, effects } = tie;
  const { space } = model;
  const opposite = (formula: Formula) => not(formula, space.sizes);
  const of = (clause: 'shows' | 'hides' | 'requires') =>
    effects.filter(({ effect }) => kindOfEffect(effect).clause === clause);
  const shows = of('shows');
  // Where every rule that shows it is left aside, nothing has to.
  const shownByRule =
    shows.length === 0
      ? ALWAYS
      : anyOf(
          ...shows.map((effect) => keptAndFiring(tie, effect)),
          ...(switches ? [allOf(...shows.map(({ effect }) => leftAside(effect, switches, space)))] : []),
        );
  const shown = allOf(
    seenBy(model, compiled.groups),
    ...of('hides').map((effect) => opposite(keptAndFiring(tie, effect))),
    shownByRule,
  );
  const required = compiled.required ? ALWAYS : anyOf(...of('requires').map((effect) => keptAndFiring(tie, effect)));
  const asked = allOf(
    ...choice.variables.map(({ variable, values }) => space.is(variable, (value) => values[value]?.hidden !== true)),
  );
  space.require(anyOf(shown, hidden));
  space.require(anyOf(opposite(shown), asked));
  space.require(anyOf(opposite(shown), opposite(required), isAnswered(choice, space)));
}

/** Options go for other groups, and where a rule takes them. */
function tieOptions({ choice, model, compiled, fires, switches, effects }: Tie): void {
  const { space } = model;
  compiled.options.forEach(({ groups: wanted }, option) => {
    if (wanted.length > 0)
      space.require(
        anyOf(
          seenBy(model, wanted),
          eachPick(choice, space, (candidate) => candidate.option !== option),
        ),
      );
  });
  for (const { rule, effect, options } of effects) {
    const { clause } = kindOfEffect(effect);
    if (typeof clause === 'function')
      space.require(
        anyOf(
          not(fires[rule] ?? NEVER, space.sizes),
          leftAside(effect, switches, space),
          eachPick(choice, space, (candidate) => clause(effect, options, candidate)),
        ),
      );
  }
}

/** What is taken along can be had by the customer, and is there. */
function tieAlong({ choice, model: { program, space, group, groups, today } }: Tie): void {
  const nothing = () => eachPick(choice, space, ({ answer }) => answer?.picks.length === 0);
  const addOn = program.addOns.find((candidate) => candidate.choice === choice.index);
  if (addOn) {
    const canBeHad = (value: number) =>
      resolveAddOn(addOn, runFor({ today, group: groups[value] ?? null })).price !== null;
    space.require(anyOf(space.is(group, canBeHad), nothing()));
  }
  if (program.gone.includes(choice.index)) space.require(nothing());
}

/**
 * Nobody answers what the workshop alone sees: the first rule that fires says it, else its default. @param hidden where
 * it is not asked
 */
function requireSettled(
  choice: ModelledChoice,
  { program, space, today }: ModelDraft,
  rules: readonly { readonly when: Formula; readonly raw: unknown }[],
  hidden: Formula,
): void {
  const reader = program.choices[choice.index]?.reader;
  if (!reader) return;
  const context = { today, files: () => undefined };
  const settledAs = (raw: unknown): Formula => {
    const problems: Problem[] = [];
    const answer = raw === null || raw === undefined ? null : reader.read(raw, problems, context);
    if (problems.length > 0) return NEVER;
    if (!answer) return isLeftOut(choice, space);
    return allOf(
      ...choice.variables.map(({ variable, values }, option) =>
        space.is(variable, (value) => isSame(values[value], answer, choice.several ? option : null)),
      ),
    );
  };
  const before: Formula[] = [];
  for (const { when, raw } of [...rules, { when: ALWAYS, raw: reader.fallback(context) }]) {
    space.require(anyOf(not(when, space.sizes), ...before, hidden, settledAs(raw)));
    before.push(when);
  }
}

/** Whether a candidate is what an answer has of a choice, or of one option of a choice of several. */
function isSame(candidate: Candidate | undefined, answer: Answer, option: number | null): boolean {
  if (option === null) return candidate?.answer?.canonical === answer.canonical;
  const picked = answer.picks.find(({ effect }) => effect === option);
  return picked
    ? candidate?.answer?.picks[0]?.count === picked.count
    : candidate?.raw === null && candidate.hidden !== true;
}
