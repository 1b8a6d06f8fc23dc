import { type Candidate } from '../catalog/choices';
import { type Program } from '../compile';
import { type Budget, hasValue, minimise, NO_COSTS, Solver, sumOf, valuesWhere, within } from '../constraints';
import { compileCondition } from '../rules';
import { readAnswers, type ResolveContext } from '../run';
import { type Answer } from '../selection';
import { testsOf } from './candidates';
import { contextFor, type Model, type ModelledChoice, modelOf, possibleOptions, selectionFor } from './model';

/** An earlier answer to change so that the others can stay. */
export interface Change {
  readonly choice: string;
  readonly title: string;
  /** what was answered, as it is shown */
  readonly from: string;
  /** what would go, as a selection says it; null for leaving it out */
  readonly to: unknown;
  /** empty for leaving it out */
  readonly toWords: string;
}

/** What can still become of a selection. */
export type Outlook =
  /** options, by position of their choice, that no answers to what is still open can make sellable, all other answers kept */
  | { readonly kind: 'open'; readonly impossible: ReadonlyMap<number, ReadonlySet<number>> }
  /** the answers don't go together: a smallest set of them to change */
  | { readonly kind: 'conflict'; readonly changes: readonly Change[] }
  /** nothing goes together with what must be kept */
  | { readonly kind: 'hopeless' }
  /** the budget did not suffice to tell */
  | { readonly kind: 'unknown' };

/** What rules tell of what is typed, and of each candidate. */
interface Typed {
  readonly tell: (answer: Answer | null) => string;
  readonly told: ReadonlyMap<Candidate, string>;
}

interface Fixed {
  readonly choice: number;
  readonly variable: number;
  readonly values: Uint32Array;
}

/** Steps of searching after each click: enough for what customers configure, and over before anyone notices. */
export const CLICK_STEPS = 20_000;

/** Steps of searching once, for what can never be had. */
const FIRST_STEPS = 60_000;

/** Answers, after every click, which options can still lead to a sellable item. */
export class NextClick {
  private readonly model: Model;
  private readonly solver: Solver;
  /** by position of the choice; made when it is first typed in, not at every keystroke */
  private readonly typed = new Map<number, Typed>();
  /** whether nothing can be sold, whatever is answered */
  private hopeless = false;

  constructor(private readonly program: Program, today: string) {
    this.model = modelOf(program, today);
    this.solver = new Solver(this.model.space);
    this.leaveOutDead();
  }

  /** What can never be had is found out once, so that no click has to find it out again. */
  private leaveOutDead(): void {
    const { model, solver } = this;
    const dead: [number, number][] = [];
    within(() => possibleOptions(model, solver, { steps: FIRST_STEPS }, model.choices.filter((choice) => choice !== null), (_choice, _option, can, variable, value) => !can && dead.push([variable, value])));
    this.hopeless = solver.impossible || !dead.every(([variable, value]) => solver.without(variable, valuesWhere(model.space.sizes[variable] ?? 0, (other) => other === value)));
  }

  /**
   * @param given what a customer has answered; defaults count as answers
   * @param kept  key of the choice that was answered last, which stays as it is when answers don't go together
   */
  look(given: Readonly<Record<string, unknown>>, quantity: number, context: ResolveContext, kept: string | null, steps = CLICK_STEPS): Outlook {
    const { model, solver } = this;
    if (this.hopeless) return { kind: 'hopeless' };
    const { answers, rulings } = readAnswers(this.program, given, quantity, context, []);
    // What is given counts even where something else given refuses it: that is what is to be found out. What a rule
    // hides does not count.
    const answered = model.choices.map((choice, index) => (!choice || rulings.get(index)?.shown === false ? null : (this.answerOf(index, given, context) ?? answers[index] ?? null)));
    const budget: Budget = { steps };
    const start = solver.mark();
    try {
      const group = Math.max(0, model.groups.indexOf(context.group ?? null));
      if (!solver.only(model.group, group)) return { kind: 'hopeless' };
      const fixed = this.fixedBy(answered);
      return within(() => this.openOptions(fixed, budget) ?? this.smallestChange(fixed, answered, given, kept, budget)) ?? { kind: 'unknown' };
    } finally {
      solver.undo(start);
    }
  }

  /** What is given for a choice, whether or not rules show it. */
  private answerOf(index: number, given: Readonly<Record<string, unknown>>, context: ResolveContext): Answer | null {
    const choice = this.program.choices[index];
    const raw = choice && Object.hasOwn(given, choice.key) ? given[choice.key] : null;
    return choice && raw !== null && raw !== undefined ? choice.reader.read(raw, [], { today: context.today, files: context.files ?? noFiles }) : null;
  }

  /** What answers leave of the variables: one value of what is picked; of what is typed, all that rules can't tell from it. */
  private fixedBy(answered: readonly (Answer | null)[]): Fixed[] {
    const { model } = this;
    return model.choices.flatMap((choice, index): Fixed[] => {
      const answer = answered[index];
      if (!choice || !answer) return [];
      const size = (variable: number) => model.space.sizes[variable] ?? 0;
      if (choice.several) {
        return choice.variables.map(({ variable, values }, option) => {
          const picked = answer.picks.some(({ effect }) => effect === option);
          return { choice: index, variable, values: valuesWhere(size(variable), (value) => values[value]?.hidden === true || (values[value]?.raw !== null) === picked) };
        });
      }
      const [only] = choice.variables;
      if (!only) return [];
      const alike = choice.candidates.counted ? (candidate: Candidate) => sameAnswer(candidate, answer) : this.likeTyped(choice, answer);
      // Where a rule hides it, the answer is kept and does not count: that changes nothing that was answered.
      const kept = only.values.map((candidate) => candidate.hidden === true || alike(candidate));
      if (!only.values.some((candidate, value) => kept[value] && candidate.hidden !== true)) return [];
      return [{ choice: index, variable: only.variable, values: valuesWhere(kept.length, (value) => kept[value] ?? false) }];
    });
  }

  /** What rules tell of an answer to a choice: the same for answers that no rule can tell apart. */
  private tellerOf(index: number): (answer: Answer | null) => string {
    const { program } = this;
    const key = program.choices[index]?.key;
    const tests = (program.rules?.program.rules ?? []).flatMap(({ rule }) => [...testsOf(rule.when)].filter((test) => 'choice' in test && test.choice === key));
    const asked = tests.map((test) => compileCondition(test, [], { product: program.product, groups: [], report: () => undefined }));
    return (given) => {
      const answers = program.choices.map((_, place) => (place === index ? given : null));
      return asked.map(({ holds }) => holds({ answers, quantity: 1, group: null })).join();
    };
  }

  /** Which candidates of something typed no rule can tell from what was typed. */
  private likeTyped(choice: ModelledChoice, answer: Answer): (candidate: Candidate) => boolean {
    const known = this.typed.get(choice.index) ?? this.typedOf(choice);
    this.typed.set(choice.index, known);
    const wanted = known.tell(answer);
    return (candidate) => candidate.answer !== null && known.told.get(candidate) === wanted;
  }

  private typedOf({ index, variables }: ModelledChoice): Typed {
    const tell = this.tellerOf(index);
    return { tell, told: new Map(variables.flatMap(({ values }) => values.map((candidate) => [candidate, tell(candidate.answer)]))) };
  }

  /** @returns null when the answers don't go together */
  private openOptions(fixed: readonly Fixed[], budget: Budget): Outlook | null {
    const { model, solver } = this;
    const mark = solver.mark();
    const together = fixed.every(({ variable, values }) => solver.narrow(variable, values)) && solver.solve(budget, NO_COSTS) !== null;
    if (!together) {
      solver.undo(mark);
      return null;
    }
    const impossible = new Map<number, Set<number>>();
    const rule = (index: number, option: number) => impossible.set(index, (impossible.get(index) ?? new Set()).add(option));
    const answered = [...new Set(fixed.map(({ choice }) => choice))];
    const open = model.choices.filter((choice) => choice !== null).filter(({ index }) => !answered.includes(index));
    possibleOptions(model, solver, budget, open, (choice, option, can) => !can && rule(choice, option));
    solver.undo(mark);
    // Each answer can be taken back by itself: the others are fixed half by half, so that few are fixed twice.
    const visit = (from: number, to: number): void => {
      if (to - from === 1) {
        const choice = model.choices[answered[from] ?? -1];
        if (choice) possibleOptions(model, solver, budget, [choice], (index, option, can) => !can && rule(index, option));
        return;
      }
      const middle = (from + to) >> 1;
      for (const [keepFrom, keepTo, nextFrom, nextTo] of [[middle, to, from, middle], [from, middle, middle, to]] as const) {
        const before = solver.mark();
        const kept = new Set(answered.slice(keepFrom, keepTo));
        for (const { choice, variable, values } of fixed) if (kept.has(choice)) solver.narrow(variable, values);
        visit(nextFrom, nextTo);
        solver.undo(before);
      }
    };
    if (answered.length > 0) visit(0, answered.length);
    return { kind: 'open', impossible };
  }

  private smallestChange(fixed: readonly Fixed[], answered: readonly (Answer | null)[], given: Readonly<Record<string, unknown>>, kept: string | null, budget: Budget): Outlook {
    const { model, solver, program } = this;
    const keptAt = kept === null ? -1 : (program.indexOf.get(kept) ?? -1);
    const mark = solver.mark();
    for (const { choice, variable, values } of fixed) if (choice === keptAt && !solver.narrow(variable, values)) return { kind: 'hopeless' };
    const costs: (Float64Array | null)[] = model.space.sizes.map(() => null);
    for (const { choice, variable, values } of fixed) {
      if (choice === keptAt) continue;
      // Of equally many, those are changed that nobody has picked.
      const cost = Object.hasOwn(given, program.choices[choice]?.key ?? '') ? 1 + 1 / 1024 : 1;
      costs[variable] = Float64Array.from({ length: model.space.sizes[variable] ?? 0 }, (_, value) => (hasValue(values, value) ? 0 : cost));
    }
    const best = minimise(solver, sumOf(costs, model.space.sizes), budget);
    solver.undo(mark);
    if (!best) return { kind: 'hopeless' };
    const { answers } = selectionFor(model, best.values);
    const changed = new Set(fixed.filter(({ variable }) => (costs[variable]?.[best.values[variable] ?? 0] ?? 0) > 0).map(({ choice }) => choice));
    const changes = [...changed].map((index): Change => {
      const { key = '', title = '', reader } = program.choices[index] ?? {};
      const to = answers[key] ?? null;
      const toWords = to === null ? '' : (reader?.read(to, [], contextFor(model, null))?.shown ?? '');
      return { choice: key, title, from: answered[index]?.shown ?? '', to, toWords };
    });
    return { kind: 'conflict', changes };
  }
}

const noFiles = () => undefined;

function sameAnswer(candidate: Candidate, answer: Answer): boolean {
  const [pick] = answer.picks;
  if (candidate.option !== null) return pick?.effect === candidate.option;
  // Yes or no, whatever the number of an add-on.
  return candidate.answer !== null && candidate.answer.picks.length > 0 === answer.picks.length > 0;
}
