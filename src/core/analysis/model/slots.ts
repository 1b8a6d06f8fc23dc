import { type Candidate, type Candidates } from '../../catalog/choices';
import { type Held, type SlotProgram } from '../../compile';
import { anyOf, type Space } from '../../constraints';
import { heldOf } from '../../run';
import { NOTHING_PICKED, withoutAnswer } from './candidates';
import { asksQuantity } from './depends-on';
import { forGroups, type Making } from './making';
import { type ModelledChoice, type ModelledSlot } from './model';
import { type AskedOfPlace, askedOfPlace, isLoose, type Look, looksLike, type WayIn, waysIn } from './ways-in';

/** So many contents of a slot are gone through. */
const MOST_CONTENTS = 2000;

/**
 * A slot as places, each with what can be in it, filled from the first on; where the slot keeps no order, in that of
 * its candidates.
 */
export function modelledSlot(within: Making, index: number, candidates: Candidates, look: Look): ModelledChoice | null {
  const { program, today, space, groups } = within;
  const slot = program.kit?.slots.find(({ choice }) => choice === index);
  if (!slot) return null;
  const asked = askedOfPlace(program, slot.component, index);
  const values: Candidate[] = [...withoutAnswer(program, index)];
  const ways: (WayIn | null)[] = values.map(() => null);
  const place = { component: slot.component, count: 1, most: slot.most, asksPrice: asked.price };
  slot.byOption.forEach((candidate, option) => {
    if (!candidate || candidate.program.blocking.length > 0) return;
    for (const way of waysIn(candidate, place, { today, groups, asked, look })) {
      values.push({
        raw: way.entry,
        option,
        same: option + 1,
        answer: { ...NOTHING_PICKED, canonical: candidate.product, picks: [{ effect: option, count: 1 }] },
      });
      ways.push(way);
    }
  });
  const found = ways.filter((way) => way !== null);
  const sames = values.map(({ same }) => same);
  const variables = Array.from({ length: slot.most }, () => ({
    variable: space.variable(values.length, sames),
    values,
  }));
  const places = variables.map(({ variable }) => variable);
  for (const variable of places) forGroups(within, variable, ways);
  inOrder(slot, places, ways, space);
  // Several of the same are one in their number.
  const isTogether = slot.most > 1 && found.some((way) => asksQuantity(way.candidate.program));
  const loose = isLoose(found, asked) || isTogether;
  // What could not be looked at wholly is not gone through as if it were.
  const isAsked = program.formulas.some(({ uses }) => uses.includes(index));
  const contents = !loose && isAsked ? contentsOf(slot, places, ways, asked, space) : null;
  return {
    index,
    candidates: { ...candidates, list: [] },
    several: true,
    variables,
    slot: {
      program: slot,
      ways,
      contents,
      isLoose: loose,
      isPriced: !isTogether && found.every(({ isPriced }) => isPriced),
    },
  };
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

/** All that can be in a slot, as formulas see it: what looks the same to them is one. Null where that is too much. */
function contentsOf(
  { least, most, keepsOrder }: SlotProgram,
  places: readonly number[],
  ways: readonly (WayIn | null)[],
  asked: AskedOfPlace,
  space: Space,
): ModelledSlot['contents'] {
  const kinds: { readonly held: Held; readonly values: Set<number> }[] = [];
  const known = new Map<string, number>();
  ways.forEach((way, value) => {
    if (!way) return;
    const name = looksLike(way, asked);
    const kind = known.get(name);
    if (kind !== undefined) return void kinds[kind]?.values.add(value);
    known.set(name, kinds.length);
    kinds.push({ held: heldOf(way), values: new Set([value]) });
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
