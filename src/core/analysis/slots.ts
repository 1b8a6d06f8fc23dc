import { type Candidate, type Candidates } from '../catalog/choices';
import { type CandidateProgram, type Held, type Program, programWith, type SlotProgram } from '../compile';
import { anyOf, type Space } from '../constraints';
import { heldOf, type Resolution, resolve } from '../run';
import { type GivenEntry, type Selection } from '../selection';
import { asksGroup, asksQuantity, weightVaries } from './depends-on';
import { withoutAnswer, NOTHING_PICKED } from './candidates';
import { type ModelledChoice } from './model';
import { type PriceRange } from './kit-range';

/** A way in which a candidate can be in a slot: a selection of it that can be sold, and what it comes to. */
export interface WayIn {
  readonly resolution: Resolution;
  /** what it leaves, where that is looked for; absent where it is looked at for its price */
  readonly left?: Left;
  /** what of it has been answered so that it is what it is */
  readonly deciding: Readonly<Record<string, string>>;
  /** whether everything of it that anything asks about is the same for all the selections that it stands for */
  readonly isWhole: boolean;
}

/** What is left of the price of something when what supplying it costs is paid, in major units. */
export interface Left {
  /** by the selection that leaves least */
  readonly value: number;
  /** by any selection at least; null where that is not known */
  readonly bound: number | null;
}

/** A selection that stands for others of its product. */
export interface Standing {
  readonly selection: Selection;
  /** whether all that is asked of it is true of the others, too */
  readonly isProved: boolean;
  readonly left?: Left;
}

/** What a candidate is looked at for, and what is known of it so far. */
export interface Look {
  /** the selections that stand for all selections of a product in a slot; none where it can't be had */
  standing(program: Program, slot: SlotProgram): readonly Standing[];
  /** what one of a product can cost; null where none can be sold */
  rangeOf(program: Program): PriceRange | null;
  /** for whom it is looked at, beside whom nobody has other prices */
  readonly group: string | null;
  readonly known: WeakMap<CandidateProgram, Map<string, readonly FoundWay[]>>;
}

/** What the places of a slot stand for. */
export interface ModelledSlot {
  readonly program: SlotProgram;
  /** by value of a place, null for nothing in it */
  readonly ways: readonly (WayIn | null)[];
  /** by option, a variable that says whether it is in any place; of a slot with one place nothing */
  readonly presence: readonly { readonly variable: number; readonly option: number }[];
  /**
   * a variable whose values are all that can be in the slot, as formulas see it; null where that is too much to go
   * through
   */
  readonly contents: { readonly variable: number; readonly held: readonly (readonly Held[])[] } | null;
  /** whether what it holds could not be looked at wholly */
  readonly isLoose: boolean;
}

/** A candidate is looked at in so many ways at most, where what it is follows from what customers choose of it. */
const MOST_WAYS_IN = 24;

/** So many contents of a slot are gone through. */
const MOST_CONTENTS = 2000;

/**
 * A slot as places, each with what can be in it, filled from the first on; where the slot keeps no order, in that of
 * its candidates.
 */
export function modelledSlot(
  { program, today, space }: { readonly program: Program; readonly today: string; readonly space: Space },
  index: number,
  candidates: Candidates,
  look: Look,
): ModelledChoice | null {
  const slot = program.kit?.slots.find(({ choice }) => choice === index);
  if (!slot) return null;
  const figures = figuresOf(program, slot);
  const looked = new Set([...propertiesAsked(program, slot), ...propertiesAmong(figures, slot)]);
  const { values, ways, isLoose } = filledIn(
    slot,
    withoutAnswer(program, index),
    figures,
    (candidate) => waysIn(candidate, slot, looked, today, look),
    look,
  );
  const sames = values.map(({ same }) => same);
  const variables = Array.from({ length: slot.most }, () => ({
    variable: space.variable(values.length, sames),
    values,
  }));
  const places = variables.map(({ variable }) => variable);
  inOrder(slot, places, ways, space);
  const presence = slot.most === 1 ? [] : presenceOf(variables, space);
  // What could not be looked at wholly is not gone through as if it were.
  const isAsked = program.formulas.some(({ uses }) => uses.includes(index));
  const contents = !isLoose && isAsked ? contentsOf(slot, places, ways, looked, space) : null;
  return {
    index,
    candidates: { ...candidates, list: [] },
    several: true,
    variables,
    slot: { program: slot, ways, presence, contents, isLoose },
  };
}

/**
 * What can be in one place of a slot, each with the way in which it is there, and whether that is not all of it.
 *
 * @param none    nothing in it
 * @param figures what formulas ask of it
 */
function filledIn(
  slot: SlotProgram,
  none: readonly Candidate[],
  figures: readonly string[],
  waysOf: (candidate: CandidateProgram) => readonly FoundWay[],
  look: Look,
) {
  const asked = (what: 'price' | 'weight') => figures.some((name) => name.includes(`.${what}`));
  let isLoose = false;
  const values: Candidate[] = [...none];
  const ways: (WayIn | null)[] = none.map(() => null);
  slot.byOption.forEach((candidate, option) => {
    if (!candidate || candidate.program.blocking.length > 0) return;
    const found = waysOf(candidate);
    isLoose ||=
      found.some(({ way }) => !way.isWhole) ||
      (slot.most > 1 && asksQuantity(candidate.program)) ||
      (asked('price') && (found.length > 1 || priceVaries(candidate.program, look))) ||
      (asked('weight') && weightVaries(candidate.program));
    for (const { entry, way } of found) {
      values.push({
        raw: entry,
        option,
        same: option + 1,
        answer: { ...NOTHING_PICKED, canonical: candidate.product, picks: [{ effect: option, count: 1 }] },
      });
      ways.push(way);
    }
  });
  return { values, ways, isLoose };
}

/** The names of properties that sentences ask of what is in a slot. */
function propertiesAsked({ fits }: Program, { component: { key } }: SlotProgram): string[] {
  return fits.flatMap(({ fit, place, other }) => [
    ...(place.key === key ? [fit.property] : []),
    ...(other.key === key ? [fit.other.property] : []),
  ]);
}

/** The figures of a slot that formulas use, as they are called there. */
function figuresOf({ formulas }: Program, { choice: slot }: SlotProgram): string[] {
  return formulas.flatMap(({ inputs, compiled }) =>
    inputs.flatMap(({ name, choice }) => (choice === slot && compiled.uses.has(name) ? [name] : [])),
  );
}

/** The names of the properties that figures are about. */
function propertiesAmong(figures: readonly string[], { component }: SlotProgram): string[] {
  const names = new Set(component.candidates.flatMap(({ program }) => [...program.properties.keys()]));
  return [...names].filter((name) => figures.some((text) => text.includes(`.${name.replace(/-/g, '_')}`)));
}

/** Whether what one costs can depend on what customers choose of it. */
function priceVaries(program: Program, { group, rangeOf }: Look): boolean {
  if (group !== null && asksGroup(program)) return true;
  const range = rangeOf(program);
  return !range?.isProved || !range.from.equals(range.to);
}

/** Looks at what candidates cost: at the least and at the most. */
export const lookByPrice = (rangeOf: Look['rangeOf']): Look => ({
  standing(program) {
    const range = rangeOf(program);
    // What only some customers can have has no price for everybody: that it can't be had at all is not said of it.
    if (!range)
      return asksGroup(program) && program.blocking.length === 0
        ? [{ selection: { answers: {} }, isProved: false }]
        : [];
    const ends = range.from.equals(range.to) ? [range.cheapest] : [range.cheapest, range.dearest];
    return ends.map((selection) => ({ selection, isProved: range.isProved }));
  },
  rangeOf,
  group: null,
  known: new WeakMap(),
});

interface FoundWay {
  readonly entry: GivenEntry;
  readonly way: WayIn;
}

/** The ways in which a candidate can be in a slot: for each thing that it can be, what stands for all that is so. */
function waysIn(
  candidate: CandidateProgram,
  slot: SlotProgram,
  looked: ReadonlySet<string>,
  today: string,
  look: Look,
): readonly FoundWay[] {
  const known = look.known.get(candidate) ?? new Map<string, readonly FoundWay[]>();
  look.known.set(candidate, known);
  const name = `${today} ${[...looked].sort().join()}`;
  const before = known.get(name);
  if (before) return before;
  const made = lookForWays(candidate, slot, looked, today, look);
  known.set(name, made);
  return made;
}

function lookForWays(
  candidate: CandidateProgram,
  slot: SlotProgram,
  looked: ReadonlySet<string>,
  today: string,
  look: Look,
): FoundWay[] {
  const { program, product } = candidate;
  // What decides what it is: choices whose options say so. What a formula says is looked at as it comes.
  const deciding = new Set<number>();
  let isWhole = true;
  for (const name of looked) {
    const property = program.properties.get(name);
    if (!property) continue;
    if (property.formula !== null) isWhole &&= (program.formulas[property.formula]?.uses.length ?? 0) === 0;
    else
      for (const { choice } of property.byOption)
        if (!Object.hasOwn(program.fixed, program.choices[choice]?.key ?? '')) deciding.add(choice);
  }
  const combinations = [...deciding].reduce<Readonly<Record<string, string>>[]>(
    (list, choice) => {
      const { key = '', options = [] } = program.choices[choice] ?? {};
      return list.flatMap((answers) => options.map((option) => ({ ...answers, [key]: option.key })));
    },
    [{}],
  );
  if (
    combinations.length > MOST_WAYS_IN ||
    [...deciding].some((choice) => program.product.choices[choice]?.kind === 'several')
  ) {
    combinations.splice(0, combinations.length, {});
    isWhole = false;
  }
  return combinations.flatMap((answers) => {
    const own: Program =
      Object.keys(answers).length === 0 ? program : programWith(program, { fixed: { ...program.fixed, ...answers } });
    return look.standing(own, slot).map(({ selection, isProved, left }): FoundWay => {
      const given = { ...selection.answers, ...answers };
      const open = Object.fromEntries(Object.entries(given).filter(([key]) => !Object.hasOwn(program.fixed, key)));
      const entry: GivenEntry = {
        product,
        quantity: 1,
        answers: open,
        ...(selection.parts && { parts: selection.parts }),
      };
      const resolution = resolve(
        program,
        { answers: open, quantity: 1, ...(selection.parts && { parts: selection.parts }) },
        { stock: null, ofWhole: true, today, group: look.group },
      );
      return { entry, way: { resolution, deciding: answers, isWhole: isWhole && isProved, left } };
    });
  });
}

/** Places are filled from the first on, with no fewer than the slot takes; where it keeps no order, by candidates. */
function inOrder(
  { least, keepsOrder }: SlotProgram,
  places: readonly number[],
  ways: readonly (WayIn | null)[],
  space: Space,
): void {
  const isFilled = (variable: number) => space.is(variable, (value) => ways[value] !== null);
  const isEmpty = (variable: number) => space.is(variable, (value) => ways[value] === null);
  places.forEach((place, position) => {
    const [first, before] = [places[0], places[position - 1]];
    if (first === undefined || before === undefined) return;
    space.require(anyOf(isEmpty(place), isFilled(before)));
    if (position < least) space.require(anyOf(isEmpty(first), isFilled(place)));
    if (keepsOrder) return;
    for (let value = 0; value < ways.length; value += 1) {
      if (ways[value])
        space.require(
          anyOf(
            space.is(before, (other) => other <= value),
            space.is(place, (other) => other > value || ways[other] === null),
          ),
        );
    }
  });
}

/** Variables that say of each option whether it is in any place. */
function presenceOf(variables: ModelledChoice['variables'], space: Space): ModelledSlot['presence'] {
  const options = [
    ...new Set(variables.flatMap(({ values }) => values.flatMap(({ option }) => (option === null ? [] : [option])))),
  ];
  return options.map((option) => {
    const variable = space.helper(2);
    const here = variables.map(({ variable: place, values }) =>
      space.is(place, (value) => values[value]?.option === option),
    );
    for (const { variable: place, values } of variables)
      space.require(
        anyOf(
          space.is(place, (value) => values[value]?.option !== option),
          space.is(variable, (value) => value === 1),
        ),
      );
    space.require(
      anyOf(
        space.is(variable, (value) => value === 0),
        ...here,
      ),
    );
    return { variable, option };
  });
}

/** All that can be in a slot, as formulas see it: what looks the same to them is one. Null where that is too much. */
function contentsOf(
  { least, most, keepsOrder }: SlotProgram,
  places: readonly number[],
  ways: readonly (WayIn | null)[],
  looked: ReadonlySet<string>,
  space: Space,
): ModelledSlot['contents'] {
  const kinds: { readonly held: Held; readonly values: Set<number> }[] = [];
  const known = new Map<string, number>();
  ways.forEach((way, value) => {
    if (!way) return;
    const held = heldOf({ count: 1, resolution: way.resolution });
    const name = JSON.stringify([
      held.price?.toString(),
      held.weight?.toString(),
      [...looked].map((property) => {
        const own = held.property(property);
        return own && (own.kind === 'text' ? own.text : [own.value.toString(), own.unit.code]);
      }),
    ]);
    const kind = known.get(name);
    if (kind !== undefined) return void kinds[kind]?.values.add(value);
    known.set(name, kinds.length);
    kinds.push({ held, values: new Set([value]) });
  });
  const all: number[][] = [[]];
  let layer: number[][] = [[]];
  for (let pieces = 1; pieces <= most; pieces += 1) {
    // Kinds are found in the order of values, but one kind may stand in several places of that order: all orders are
    // gone through then.
    layer = layer.flatMap((content) => kinds.map((_, kind) => [...content, kind]));
    if (all.length + layer.length > MOST_CONTENTS) return null;
    if (pieces >= least) all.push(...layer);
  }
  const bySame = new Map<string, number>();
  const held: (readonly Held[])[] = [];
  const classOf = all.map((content) => {
    const name = [...content].sort((a, b) => a - b).join();
    const before = bySame.get(name);
    if (before !== undefined) return before;
    bySame.set(name, held.length);
    held.push(content.flatMap((kind) => kinds[kind]?.held ?? []));
    return held.length - 1;
  });
  const variable = space.helper(held.length);
  all.forEach((content, place) => {
    // In no other order can they stand where the order is that of candidates.
    if (!keepsOrder && !canStand(content, kinds)) return;
    space.require(
      anyOf(
        ...places.map((position, number) =>
          space.is(position, (value) =>
            content[number] === undefined ? ways[value] !== null : !kinds[content[number]]?.values.has(value),
          ),
        ),
        space.is(variable, (value) => value === classOf[place]),
      ),
    );
  });
  return { variable, held };
}

/** Whether kinds can follow one another with values that never fall. */
function canStand(content: readonly number[], kinds: readonly { readonly values: ReadonlySet<number> }[]): boolean {
  let least = -1;
  for (const kind of content) {
    const next = [...(kinds[kind]?.values ?? [])].filter((value) => value >= least);
    if (next.length === 0) return false;
    least = Math.min(...next);
  }
  return true;
}
