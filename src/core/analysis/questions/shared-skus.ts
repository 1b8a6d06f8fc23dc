import { hasOptions } from '../../catalog';
import { changesSku, LEFT_OUT, placesOf, type Program } from '../../compile';
import { runFor, resolveAddOn } from '../../run';
import { type Budget, NO_COSTS, Solver, Space, spend, valuesWhere, within } from '../../constraints';
import { type Candidate, type Choice } from '../../catalog/choices';
import { type OptionPick } from '../../selection';
import { isSold, type Shown, type Witness, witnessOf } from '../model/witness';
import { type Model } from '../model/model';
import { type WayIn } from '../model/ways-in';

/** Where two selections differ: a choice or a part, by its position. */
interface DifferAt {
  readonly kind: 'choice' | 'part';
  readonly index: number;
}

/** Two sellable selections with the same SKU; the first choice or part in which they differ says where to look. */
export interface SharedSku {
  readonly sku: string;
  readonly differAt: DifferAt;
  readonly first: Witness;
  readonly second: Witness;
}

/** One way to fill a place of the SKU: the values of its variables that do, and what they write there. */
interface Filling {
  readonly values: readonly (readonly number[])[];
  readonly part: string;
  /** fillings with the same name are the same to whoever counts selections */
  readonly name: string;
  /** what is picked, where the values stand for more; null where they say that themselves */
  readonly picks: readonly OptionPick[] | null;
}

/** So many quantities of one option are told apart. */
const MOST_COUNTS = 100;

/** Whether a candidate stands for more quantities than are told apart. */
const isTooMany = ({ ends }: Candidate) =>
  (ends?.high.picks[0]?.count ?? 0) - (ends?.low.picks[0]?.count ?? 0) > MOST_COUNTS;

/** What is picked, of every quantity that a candidate stands for. */
function* picksOf({ answer, ends }: Candidate): Generator<readonly OptionPick[]> {
  const [low, high] = [ends?.low.picks[0], ends?.high.picks[0]];
  if (!low || !high) return yield answer?.picks ?? [];
  for (let { count } = low; count <= Math.min(high.count, low.count + MOST_COUNTS); count += 1)
    yield [{ ...low, count }];
}

/** A place of the SKU: a variable's, or that of all stocked choices together. */
interface Place {
  readonly at: DifferAt;
  readonly variables: readonly number[];
  readonly fillings: readonly Filling[];
  /** whether selections differ when they differ here; what is typed makes no other item of the list */
  readonly counted: boolean;
}

const isSameSku = (choice: Choice | undefined) => choice !== undefined && 'sameSku' in choice && choice.sameSku;

/** The places of the SKU in the order in which it is written. */
function writingOf(model: Model): Place[] {
  const { program, choices, space, today } = model;
  const places: Place[] = [];
  // What is taken along writes its own SKU.
  const partSkus = new Map(
    program.addOns
      .filter(({ choice }) => program.skuChoices.includes(choice))
      .map((addOn) => [addOn.choice, resolveAddOn(addOn, runFor({ today, group: null })).resolution.item.sku]),
  );
  const [leading] = program.stocked;
  if (leading !== undefined) {
    const variables = program.stocked.flatMap((index) => choices[index]?.variables[0]?.variable ?? []);
    const fillings = [...program.variants.values()]
      .filter(({ onSale }) => onSale)
      .map(({ options, sku, title }): Filling => ({
        name: title,
        part: sku,
        picks: null,
        values: program.stocked.map(
          (index, place) =>
            choices[index]?.variables[0]?.values.flatMap(({ option }, value) =>
              (option === null ? LEFT_OUT : program.choices[index]?.options[option]?.key) === options[place]
                ? [value]
                : [],
            ) ?? [],
        ),
      }));
    places.push({ at: { kind: 'choice', index: leading }, variables, fillings, counted: true });
  }
  for (const choice of choices) {
    if (!choice || choice.slot || program.stocked.includes(choice.index)) continue;
    const effects = program.choices[choice.index]?.effects;
    for (const { variable, values } of choice.variables) {
      const fillings = new Map<string, Filling & { values: [number[]] }>();
      values.forEach((candidate, value) => {
        for (const picks of picksOf(candidate)) {
          const part = picks
            .map(({ effect, count }) => {
              const written = effects?.[effect]?.sku ?? partSkus.get(choice.index);
              return written ? program.skuSeparator + written + (count === 1 ? '' : `.${count}`) : '';
            })
            .join('');
          // Another quantity that is written in the SKU is another item.
          const name = choice.candidates.counted ? `${space.countsAs[variable]?.[value]} ${part}` : part;
          const known = fillings.get(name);
          if (!known) fillings.set(name, { name, part, values: [[value]], picks: candidate.ends ? picks : null });
          else if (!known.values[0].includes(value)) known.values[0].push(value);
        }
      });
      // Answers that are meant to share an SKU are one item; what the workshop alone sees follows from the others.
      const sameSku = isSameSku(program.product.choices[choice.index]) || program.choices[choice.index]?.forWorkshop;
      places.push({
        at: { kind: 'choice', index: choice.index },
        variables: [variable],
        fillings: [...fillings.values()],
        counted: choice.candidates.counted && !sameSku,
      });
    }
  }
  return [...places, ...placesInside(model)];
}

/** What stands in the places of a kit writes its own SKU, where that is the same whatever is chosen of it. */
function placesInside({ program, parts, choices }: Model): Place[] {
  const fillings = (ways: readonly (WayIn | null)[]): Filling[] => {
    const alike = new Map<string, Filling & { values: [number[]] }>();
    ways.forEach((way, value) => {
      const part = way ? program.skuSeparator + way.resolution.item.sku + (way.count === 1 ? '' : `.${way.count}`) : '';
      const name = way ? `${way.candidate.product} ${way.count}` : '';
      const known = alike.get(name);
      if (known) known.values[0].push(value);
      else alike.set(name, { name, part, values: [[value]], picks: null });
    });
    return [...alike.values()];
  };
  const place = (at: DifferAt, variable: number, ways: readonly (WayIn | null)[]): Place => ({
    at,
    variables: [variable],
    fillings: fillings(ways),
    counted: true,
  });
  return [
    ...parts.flatMap(({ component, variable, ways }, part) =>
      component.inSku ? [place({ kind: 'part', index: part }, variable, ways)] : [],
    ),
    ...choices.flatMap((choice) => {
      const [only, ...others] = choice?.variables ?? [];
      return choice?.slot && only && others.length === 0
        ? [place({ kind: 'choice', index: choice.index }, only.variable, choice.slot.ways)]
        : [];
    }),
  ];
}

/** Whether what stands inside can be more than is told apart: what customers choose of it, or several in a slot. */
const makesOthersInside = ({ program: { kit } }: Model): boolean =>
  (kit?.slots ?? []).some(({ most }) => most > 1) ||
  placesOf(kit).some(({ candidates }) => candidates.some(({ program }) => makesOthers(program)));

/** Whether what customers choose of a product makes another item of it, whether or not its SKU says so. */
const makesOthers = (program: Program): boolean =>
  changesSku(program) ||
  program.product.choices.some(
    (choice) =>
      (hasOptions(choice) || choice.kind === 'yesNo' || choice.kind === 'addOn') &&
      !isSameSku(choice) &&
      !choice.forWorkshop &&
      !Object.hasOwn(program.fixed, choice.key),
  ) ||
  placesOf(program.kit).some(({ candidates }) => candidates.some((candidate) => makesOthers(candidate.program)));

/** What one SKU has more than the other so far; the other one then has to write it. */
interface Ahead {
  readonly text: string;
  readonly first: boolean;
}

const EVEN: Ahead = { text: '', first: true };

/** @returns null where the two can't become the same any more */
function advanced({ text, first }: Ahead, one: string, other: string): Ahead | null {
  const [left, right] = [(first ? text : '') + one, (first ? '' : text) + other];
  if (left.startsWith(right)) return { text: left.slice(right.length), first: true };
  return right.startsWith(left) ? { text: right.slice(left.length), first: false } : null;
}

/**
 * Finds sellable selections that share an SKU, for each choice one pair that differs there first. Only what is picked
 * from lists or answered with yes or no makes a difference; a text does not.
 *
 * @returns `leftInside` where selections that differ only in what is chosen of the things inside are not told apart
 */
export function sharedSkus(model: Model, budget: Budget): { whole: boolean; leftInside: boolean; found: SharedSku[] } {
  const search = new SkuSearch(model, budget);
  const found: SharedSku[] = [];
  const seen = new Set<string>();
  let whole = !writesManyTimes(model);
  search.places.forEach((place, differAt) => {
    const at = `${place.at.kind} ${place.at.index}`;
    if (!place.counted || seen.has(at) || search.impossible) return;
    const pair = within(() => search.pairFrom(differAt));
    if (pair === undefined) whole = false;
    if (!pair) return;
    const [first, second] = pair;
    const sku = first?.resolution.item.sku;
    if (!first || !second || sku === undefined || sku !== second.resolution.item.sku) {
      whole = false;
      return;
    }
    seen.add(at);
    found.push({ sku, differAt: place.at, first: first.witness, second: second.witness });
  });
  return { whole, leftInside: makesOthersInside(model), found };
}

/** Whether an option that writes an SKU stands for more of it than are told apart. */
const writesManyTimes = ({ choices, program }: Model): boolean =>
  choices.some((choice) =>
    choice?.variables.some(({ values }) =>
      values.some(
        (candidate) =>
          isTooMany(candidate) &&
          candidate.answer?.picks.some(({ effect }) => program.choices[choice.index]?.effects[effect]?.sku),
      ),
    ),
  );

/** Whether two fillings can stand in a place of two selections that differ first at another. */
const isAllowed = ({ counted }: Place, one: Filling, other: Filling, place: number, differAt: number): boolean =>
  !counted || place > differAt || (one.name === other.name) === place < differAt;

/** Looks for two selections at once, in a space that has everything twice. */
class SkuSearch {
  /** what writes the SKU, in its order, with what can be picked at all */
  readonly places: readonly Place[];
  private readonly solver: Solver;
  /** how many of an option, where a value of its variable stands for more; of both selections */
  private readonly counts = [new Map<number, number>(), new Map<number, number>()] as const;
  /** whether two SKUs can still become the same from a place on, rules aside */
  private readonly known = new Map<string, boolean>();
  private readonly shift: number;

  constructor(
    private readonly model: Model,
    private readonly budget: Budget,
  ) {
    this.solver = new Solver(twice(model.space));
    this.shift = model.space.sizes.length;
    const canHave = ({ variables }: Place, { values }: Filling) =>
      variables.every((variable, at) => values[at]?.some((value) => this.solver.has(variable, value)));
    this.places = writingOf(model).map((place) => ({
      ...place,
      fillings: place.fillings.filter((filling) => canHave(place, filling)),
    }));
  }

  get impossible(): boolean {
    return this.solver.impossible;
  }

  /** Two selections that differ first at a place, and their SKUs; null where there are none. */
  pairFrom(differAt: number): readonly [Shown | null, Shown | null] | null {
    const solution = this.canMeet(0, differAt, EVEN) ? this.visit(0, differAt, EVEN) : null;
    return (
      solution && [
        witnessOf(this.model, solution.subarray(0, this.shift), isSold, { counts: this.counts[0] }),
        witnessOf(this.model, solution.subarray(this.shift), isSold, { counts: this.counts[1] }),
      ]
    );
  }

  private canMeet(place: number, differAt: number, ahead: Ahead): boolean {
    const here = this.places[place];
    if (!here) return ahead.text === '';
    const name = `${place} ${differAt} ${ahead.first} ${ahead.text}`;
    const before = this.known.get(name);
    if (before !== undefined) return before;
    const can = here.fillings.some((one) =>
      here.fillings.some((other) => {
        const next = isAllowed(here, one, other, place, differAt) ? advanced(ahead, one.part, other.part) : null;
        return next !== null && this.canMeet(place + 1, differAt, next);
      }),
    );
    this.known.set(name, can);
    return can;
  }

  private visit(place: number, differAt: number, ahead: Ahead): Int32Array | null {
    const here = this.places[place];
    if (!here) return ahead.text === '' ? this.solver.solve(this.budget, NO_COSTS) : null;
    const pairs = here.fillings.flatMap((one) =>
      here.fillings.flatMap((other) =>
        isAllowed(here, one, other, place, differAt) ? [{ one, other, same: one === other }] : [],
      ),
    );
    // Alike from here on is what is most likely to be possible.
    for (const { one, other } of pairs.sort((a, b) => Number(b.same) - Number(a.same))) {
      spend(this.budget);
      const next = advanced(ahead, one.part, other.part);
      if (!next || !this.canMeet(place + 1, differAt, next)) continue;
      const mark = this.solver.mark();
      this.count(here, one, 0);
      this.count(here, other, 1);
      try {
        const solution =
          this.fill(here, one, 0) && this.fill(here, other, this.shift) ? this.visit(place + 1, differAt, next) : null;
        if (solution) return solution;
      } finally {
        this.solver.undo(mark);
      }
    }
    return null;
  }

  private fill({ variables }: Place, { values }: Filling, by: number): boolean {
    return variables.every((variable, at) =>
      this.solver.narrow(
        variable + by,
        valuesWhere(this.model.space.sizes[variable] ?? 0, (value) => values[at]?.includes(value) ?? false),
      ),
    );
  }

  private count({ variables }: Place, { picks }: Filling, which: 0 | 1): void {
    const of = this.counts[which];
    variables.forEach((variable) => (picks?.[0] ? of.set(variable, picks[0].count) : of.delete(variable)));
  }
}

/** A space with everything in it twice, so that two selections can be looked for at once. */
function twice({ sizes, countsAs, clauses, counters }: Space): Space {
  const space = new Space();
  for (let copy = 0; copy < 2; copy += 1) sizes.forEach((size, variable) => space.variable(size, countsAs[variable]));
  for (const by of [0, sizes.length]) {
    for (const { variables, sets } of clauses)
      space.clauses.push({ variables: variables.map((variable) => variable + by), sets });
    for (const counter of counters)
      space.counters.push({ ...counter, variables: counter.variables.map((variable) => variable + by) });
  }
  return space;
}
