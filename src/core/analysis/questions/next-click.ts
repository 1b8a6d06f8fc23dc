import { type Candidate } from '../../catalog/choices';
import { type Program } from '../../compile';
import { type Budget, type Goal, NO_COSTS, type Solver, valuesWhere, within } from '../../constraints';
import { type Exact } from '../../number';
import { compileCondition } from '../../rules';
import { type Entry, readInside, type ResolveContext, runFor, saidOf } from '../../run';
import { type Answer, type Selection } from '../../selection';
import { type Breakpoints } from '../model/breakpoints';
import { testsOf } from '../model/candidates';
import { deadIn } from './dead-options';
import { priceToReach, reachesNothing } from '../price/price-to-reach';
import { firstSold } from './first-sold';
import { type GoneInParts, goneInParts } from './gone-in-parts';
import { type Model, type ModelledChoice, type ModelledSlot } from '../model/model';
import { type Pair } from '../price/pair';
import { type Change, type Fixed, smallestChange, type Standing } from './smallest-change';
import { optionValues } from '../model/solutions';

/** What can still become of a selection. */
export type Outlook =
  /**
   * options, by position of their choice, that no answers to what is still open can make sellable, all other answers
   * kept; and what parts can't be, whatever is chosen of the others
   */
  | {
      readonly kind: 'open';
      readonly impossible: ReadonlyMap<number, ReadonlySet<number>>;
      readonly inParts: GoneInParts;
    }
  /** the answers don't go together: a smallest set of them to change */
  | { readonly kind: 'conflict'; readonly changes: readonly Change[] }
  /** nothing goes together with what must be kept */
  | { readonly kind: 'hopeless' }
  /** the budget did not suffice to tell */
  | { readonly kind: 'unknown' };

/** What is in slots as it has been configured, by position of the slot, and the position of the customer's group. */
interface Told {
  readonly told: ReadonlyMap<number, readonly Entry[]>;
  readonly group: number;
}

/** What rules tell of what is typed, and of each candidate. */
interface Typed {
  readonly tell: (answer: Answer | null) => string;
  readonly told: ReadonlyMap<Candidate, string>;
}

/** A product made ready to be asked about, with some typed answers among what is looked at. */
interface Prepared {
  readonly pair: Pair;
  /** of prices, where they can come to less than nothing, in the outer and in the inner model */
  readonly price: Goal | null;
  readonly innerPrice: Goal | null;
  /** whether nothing can be sold, whatever is answered */
  readonly hopeless: boolean;
  /** by position of the choice; made when it is first typed in, not at every keystroke */
  readonly typed: Map<number, Typed>;
}

/** Steps of searching after each click: enough for what customers configure, and over before anyone notices. */
export const CLICK_STEPS = 20_000;

/** Steps of searching once, for what can never be had. */
const FIRST_STEPS = 60_000;

/** So many combinations of typed answers are kept ready. */
const MOST_PREPARED = 4;

/** Answers, after every click, which options can still lead to a sellable item. */
export class NextClick {
  private readonly prepared = new Map<string, Prepared>();
  /** positions of the measures and numbers that decide about anything else, by rules, formulas or the price */
  private readonly deciding: ReadonlySet<number>;

  constructor(
    private readonly program: Program,
    private readonly today: string,
  ) {
    const first = prepare(program, today, new Map());
    this.prepared.set('', first);
    this.deciding = decidingChoices(program, first.price !== null);
  }

  /** The product with typed answers among what is looked at: what they allow is known exactly. */
  private ready(answered: readonly (Answer | null)[]): Prepared {
    const further: Breakpoints = new Map(
      [...this.deciding].flatMap((index): [number, Exact[]][] => {
        const value = answered[index]?.value;
        return value ? [[index, [value]]] : [];
      }),
    );
    const name = [...further].map(([index, [value]]) => `${index}=${value?.toString() ?? ''}`).join();
    const known = this.prepared.get(name);
    if (known) return known;
    const made = prepare(this.program, this.today, further);
    const oldest = [...this.prepared.keys()].find((key) => key !== '');
    if (this.prepared.size > MOST_PREPARED && oldest !== undefined) this.prepared.delete(oldest);
    this.prepared.set(name, made);
    return made;
  }

  /**
   * @param selection what a customer has answered. Defaults count as answers as long as all goes together; for a
   *   default, which nobody has said, nothing is called impossible
   * @param kept  key of the choice that was answered last, which stays as it is when answers don't go together
   */
  look(selection: Selection, context: ResolveContext, kept: string | null, steps = CLICK_STEPS): Outlook {
    const { today, group: who, files } = context;
    const { given, answers, defaulted, rulings, entries } = readInside(
      this.program,
      selection,
      runFor({ today, group: who, files }),
      [],
    );
    // What is given counts even where something else given refuses it: that is what is to be found out. What a rule
    // hides does not count.
    const answered = this.program.choices.map(({ forWorkshop }, index) =>
      forWorkshop || rulings.get(index)?.shown === false
        ? null
        : (this.answerOf(index, given, context) ?? answers[index] ?? null),
    );
    const prepared = this.ready(answered);
    if (prepared.hopeless) return { kind: 'hopeless' };
    const { outer, inner, outerSolver, innerSolver } = prepared.pair;
    const budget: Budget = { steps };
    const group = Math.max(0, outer.groups.indexOf(context.group ?? null));
    const told: Told = { told: this.inSlots(entries), group };
    const marks = [outerSolver.mark(), innerSolver.mark()] as const;
    try {
      if (!outerSolver.only(outer.group, group)) return { kind: 'hopeless' };
      const fixing = (those: readonly (Answer | null)[]) => this.fixedBy(prepared, outer, those, told);
      const all = fixing(answered);
      const said = defaulted.includes(true) ? fixing(saidOf({ answers: answered, defaulted })) : all;
      const open = within(() => this.openOptions(prepared, { all, said }, budget));
      if (open !== null) return open ?? { kind: 'unknown' };
      if (innerSolver !== outerSolver && !innerSolver.only(inner.group, group)) return { kind: 'hopeless' };
      const fixed = this.fixedBy(prepared, inner, answered, told);
      return (
        within(() => this.conflict(prepared, { fixed: fixed, answered: answered, given: given }, kept, budget)) ?? {
          kind: 'unknown',
        }
      );
    } finally {
      innerSolver.undo(marks[1]);
      if (innerSolver !== outerSolver) outerSolver.undo(marks[0]);
    }
  }

  /** What is in the slots, as it has been configured, by position of the slot. */
  private inSlots(entries: readonly Entry[]): ReadonlyMap<number, readonly Entry[]> {
    const slots = this.program.kit?.slots ?? [];
    return new Map(
      slots.map(({ choice, component: { key } }) => [
        choice,
        entries.filter(({ component }) => component.isSlot && component.key === key),
      ]),
    );
  }

  /** What is given for a choice, whether or not rules show it. */
  private answerOf(index: number, given: Readonly<Record<string, unknown>>, context: ResolveContext): Answer | null {
    const choice = this.program.choices[index];
    const raw = choice && Object.hasOwn(given, choice.key) ? given[choice.key] : null;
    return choice && raw !== null && raw !== undefined
      ? choice.reader.read(raw, [], { today: context.today, files: context.files ?? noFiles })
      : null;
  }

  /**
   * What answers leave of the variables: one value of what is picked; of what is typed, all that nothing can tell from
   * it.
   */
  private fixedBy(
    prepared: Prepared,
    model: Model,
    answered: readonly (Answer | null)[],
    { told, group }: Told,
  ): Fixed[] {
    return model.choices.flatMap((choice, index): Fixed[] => {
      const answer = answered[index];
      if (!choice || !answer) return [];
      const size = (variable: number) => model.space.sizes[variable] ?? 0;
      if (choice.slot) return fixedPlaces(choice, choice.slot, answer, { told: told.get(index) ?? [], group });
      if (choice.several) {
        return choice.variables.map(({ variable, values }, option) => {
          const picked = answer.picks.some(({ effect }) => effect === option);
          return {
            choice: index,
            variable,
            values: valuesWhere(
              size(variable),
              (value) => values[value]?.hidden === true || (values[value]?.raw !== null) === picked,
            ),
          };
        });
      }
      const [only] = choice.variables;
      if (!only) return [];
      const { value: typed } = answer;
      const alike = choice.candidates.counted
        ? (candidate: Candidate) => sameAnswer(candidate, answer)
        : typed && this.deciding.has(index)
          ? (candidate: Candidate) => !candidate.ends && candidate.answer?.value?.equals(typed) === true
          : this.likeTyped(prepared, choice, answer);
      // Where a rule hides it, the answer is kept and does not count: that changes nothing that was answered.
      const kept = only.values.map((candidate) => candidate.hidden === true || alike(candidate));
      if (!only.values.some((candidate, value) => kept[value] && candidate.hidden !== true)) return [];
      return [
        { choice: index, variable: only.variable, values: valuesWhere(kept.length, (value) => kept[value] ?? false) },
      ];
    });
  }

  /** What rules tell of an answer to a choice: the same for answers that no rule can tell apart. */
  private tellerOf(index: number): (answer: Answer | null) => string {
    const { program } = this;
    const key = program.choices[index]?.key;
    const tests = (program.rules?.program.rules ?? []).flatMap(({ rule }) =>
      [...testsOf(rule.when)].filter((test) => 'choice' in test && test.choice === key),
    );
    const asked = tests.map((test) =>
      compileCondition(test, [], { product: program.product, groups: [], report: () => undefined }),
    );
    return (given) => {
      const answers = program.choices.map((_, place) => (place === index ? given : null));
      return asked.map(({ holds }) => holds({ answers, quantity: 1, group: null, today: this.today })).join();
    };
  }

  /** Which candidates of something typed no rule can tell from what was typed. */
  private likeTyped({ typed }: Prepared, choice: ModelledChoice, answer: Answer): (candidate: Candidate) => boolean {
    const known = typed.get(choice.index) ?? this.typedOf(choice);
    typed.set(choice.index, known);
    const wanted = known.tell(answer);
    return (candidate) =>
      candidate.answer !== null && (known.told.get(candidate) ?? known.tell(candidate.answer)) === wanted;
  }

  private typedOf({ index, variables }: ModelledChoice): Typed {
    const tell = this.tellerOf(index);
    return {
      tell,
      told: new Map(variables.flatMap(({ values }) => values.map((candidate) => [candidate, tell(candidate.answer)]))),
    };
  }

  /**
   * @param answers all that count, which have to go together, and those of them that somebody has given, beside which
   *   options are looked at
   * @returns null when the answers don't go together
   */
  private openOptions(
    { pair: { outer: model, outerSolver: solver }, price }: Prepared,
    { all, said: fixed }: { readonly all: readonly Fixed[]; readonly said: readonly Fixed[] },
    budget: Budget,
  ): Outlook | null {
    const mark = solver.mark();
    const fix = (those: readonly Fixed[]) => those.every(({ variable, values }) => solver.narrow(variable, values));
    const together =
      fix(all) && solver.solve(budget, NO_COSTS) !== null && (!price || reachesNothing(model, solver, price, budget));
    if (!together) {
      solver.undo(mark);
      return null;
    }
    if (fixed !== all) {
      solver.undo(mark);
      fix(fixed);
    }
    const impossible = new Map<number, Set<number>>();
    const rule = (index: number, option: number) =>
      impossible.set(index, (impossible.get(index) ?? new Set()).add(option));
    const answered = [...new Set(fixed.map(({ choice }) => choice))];
    const open = model.choices.filter((choice) => choice !== null).filter(({ index }) => !answered.includes(index));
    deadIn({ model, solver, budget }, price, open, rule);
    const inParts = goneInParts(model, solver, budget);
    solver.undo(mark);
    // Each answer can be taken back by itself: the others are fixed half by half, so that few are fixed twice.
    const visit = (from: number, to: number): void => {
      if (to - from === 1) {
        const choice = model.choices[answered[from] ?? -1];
        if (!choice) return;
        // Where only one option is picked, no solution shows more than one of them to be possible.
        if (!choice.several && !price)
          for (const { variable, value, option } of optionValues(choice))
            if (!solver.canBe(variable, value, budget)) rule(choice.index, option);
        if (choice.several || price) deadIn({ model, solver, budget }, price, [choice], rule);
        return;
      }
      const middle = (from + to) >> 1;
      for (const [keepFrom, keepTo, nextFrom, nextTo] of [
        [middle, to, from, middle],
        [from, middle, middle, to],
      ] as const) {
        const before = solver.mark();
        const kept = new Set(answered.slice(keepFrom, keepTo));
        for (const { choice, variable, values } of fixed) if (kept.has(choice)) solver.narrow(variable, values);
        visit(nextFrom, nextTo);
        solver.undo(before);
      }
    };
    if (answered.length > 0) visit(0, answered.length);
    return { kind: 'open', impossible, inParts };
  }

  private conflict(
    { pair: { inner: model, innerSolver: solver }, innerPrice }: Prepared,
    { fixed, answered, given }: Standing,
    kept: string | null,
    budget: Budget,
  ): Outlook {
    const keptAt = kept === null ? -1 : (this.program.indexOf.get(kept) ?? -1);
    for (const { choice, variable, values } of fixed)
      if (choice === keptAt && !solver.narrow(variable, values)) return { kind: 'hopeless' };
    const changes = smallestChange(
      model,
      solver,
      { fixed: fixed.filter(({ choice }) => choice !== keptAt), answered, given },
      innerPrice,
      budget,
    );
    return changes ? { kind: 'conflict', changes } : { kind: 'hopeless' };
  }
}

/** What is in a slot as it is configured: each place has what it has, or what nothing can tell from it. */
function fixedPlaces(
  { index, variables }: ModelledChoice,
  { program: { keepsOrder, byOption }, ways }: ModelledSlot,
  answer: Answer,
  { told, group }: { readonly told: readonly Entry[]; readonly group: number },
): Fixed[] {
  const entries = told.flatMap(({ candidate: { product }, count, resolution: { counted } }) => {
    const option = byOption.findIndex((candidate) => candidate?.product === product);
    return Array.from({ length: count }, () => ({ option, counted }));
  });
  const known =
    entries.length > 0
      ? entries
      : answer.picks.flatMap(({ effect, count }) =>
          Array.from({ length: count }, () => ({ option: effect, counted: NOTHING_COUNTED })),
        );
  if (!keepsOrder) known.sort((a, b) => a.option - b.option);
  const [first] = variables;
  const isFor = (value: number) => (ways[value]?.group ?? group) === group;
  return variables.map(({ variable }, place) => {
    const entry = known[place];
    const isOf = (value: number) =>
      entry ? first?.values[value]?.option === entry.option : (ways[value] ?? null) === null;
    const isLike = (value: number) =>
      isOf(value) && isFor(value) && (!entry || mayBecome(ways[value]?.deciding ?? {}, entry.counted));
    const all = first?.values.map((_, value) => value) ?? [];
    const alike = all.some((value) => isLike(value));
    return {
      choice: index,
      variable,
      values: valuesWhere(
        all.length,
        (value) => first?.values[value]?.hidden === true || (alike ? isLike(value) : isOf(value)),
      ),
    };
  });
}

const NOTHING_COUNTED: Entry['resolution']['counted'] = [];

/**
 * Whether something may still become what follows from some answers: what has been answered of it says nothing else. A
 * default is nobody's answer yet.
 */
const mayBecome = (
  deciding: Readonly<Record<string, string | null>>,
  counted: Entry['resolution']['counted'],
): boolean =>
  Object.entries(deciding).every(([key, option]) => {
    const answered = counted.find(({ choice }) => choice === key);
    return !answered || answered.fromDefault || (answered.picks[0]?.option ?? null) === option;
  });

/**
 * The measures and numbers of which more matters than what each adds to the price by itself.
 *
 * @param isReached whether a price can fall below nothing: then what each adds decides what goes with it
 */
function decidingChoices(program: Program, isReached: boolean): Set<number> {
  const keys = new Set(
    (program.rules?.program.rules ?? []).flatMap(({ rule }) => [
      ...[...testsOf(rule.when)].flatMap((test) => ('choice' in test && test.choice !== null ? [test.choice] : [])),
      ...rule.then.flatMap((effect) => (effect.kind === 'limit' ? [effect.choice] : [])),
    ]),
  );
  const used = new Set(program.formulas.flatMap(({ uses, target }) => [...uses, ...(target === null ? [] : [target])]));
  return new Set(
    program.product.choices.flatMap(({ kind, key }, index) =>
      (kind === 'measure' || kind === 'number') && (isReached || keys.has(key) || used.has(index)) ? [index] : [],
    ),
  );
}

/** Makes a product ready; what can never be had is found out once, so that no click has to find it out again. */
function prepare(program: Program, today: string, further: Breakpoints): Prepared {
  const { pair } = firstSold(program, today, { steps: FIRST_STEPS }, further);
  const { outer, outerSolver, inner, innerSolver } = pair;
  const price = priceToReach(outer, outerSolver);
  const dead: [number, number][] = [];
  within(() =>
    deadIn(
      { model: outer, solver: outerSolver, budget: { steps: FIRST_STEPS } },
      price,
      outer.choices.filter((choice) => choice !== null),
      (choice, option) => dead.push([choice, option]),
    ),
  );
  const without = (model: Model, solver: Solver) =>
    dead.every(([choice, option]) => {
      const modelled = model.choices[choice];
      const places = modelled ? optionValues(modelled).filter((one) => one.option === option) : [];
      return places.every(({ variable, values }) => solver.without(variable, values));
    });
  const hopeless = outerSolver.impossible || !without(outer, outerSolver);
  if (inner !== outer) without(inner, innerSolver);
  return {
    pair,
    price,
    innerPrice: inner === outer ? price : priceToReach(inner, innerSolver),
    hopeless,
    typed: new Map(),
  };
}

const noFiles = () => undefined;

function sameAnswer(candidate: Candidate, answer: Answer): boolean {
  const [pick] = answer.picks;
  if (candidate.option !== null) return pick?.effect === candidate.option;
  // Yes or no, whatever the number of an add-on.
  return candidate.answer !== null && candidate.answer.picks.length > 0 === answer.picks.length > 0;
}
