import {
  type CandidateProgram,
  type ComponentProgram,
  formulaInputsOf,
  type Program,
  programWith,
} from '../../compile';
import { heldPlaces } from '../../compile/held';
import { heldOf, isSeenBy, type Resolution, resolve } from '../../run';
import { type GivenEntry, type Selection } from '../../selection';
import { asksGroup, canBeHidden, weightVaries } from './depends-on';
import { type Known } from './known';
import { type Customer } from './customer';

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
  /** whether nothing that it stands for costs less than all that stand, or more */
  readonly isProved: boolean;
  /** whether all that it stands for cost the same */
  readonly isExact: boolean;
  readonly left?: Left;
}

/** How something can stand in a place of a kit: a selection of it that can be sold, and what it comes to. */
export interface WayIn {
  readonly candidate: CandidateProgram;
  /** pieces; of a slot, which has a place for each, one */
  readonly count: number;
  readonly entry: GivenEntry;
  readonly resolution: Resolution;
  /** what it leaves, where that is looked for; absent where it is looked at for its price */
  readonly left?: Left;
  /** what of it has been answered so that it is what it is; null for what is left out */
  readonly deciding: Readonly<Record<string, string | null>>;
  /** whether everything of it that anything asks about is the same for all the selections that it stands for */
  readonly isWhole: boolean;
  /** whether nothing that it stands for costs less than all ways of it, or more */
  readonly isPriced: boolean;
  /** whether all that it stands for cost the same */
  readonly isExact: boolean;
  /** position of the customer group that it is for; null for everybody */
  readonly group: number | null;
}

/** Where something stands, as it is looked at. */
export interface PlaceLooked {
  readonly component: ComponentProgram;
  readonly count: number;
  /** of how many the number may be, where several of the same count as one; 1 else */
  readonly most: number;
  /** whether formulas ask what it costs */
  readonly asksPrice: boolean;
}

/** What is looked at in places: what it costs, or what it leaves. */
export interface Look {
  /** the selections that stand for all selections of a product in a place; none where it can't be had */
  standing(program: Program, place: PlaceLooked, customer: Customer): readonly Standing[];
  readonly known: Known<CandidateProgram, readonly WayIn[]>;
}

/** What is asked of a place beside what it costs. */
export interface AskedOfPlace {
  /** names of properties that sentences or figures are about */
  readonly properties: ReadonlySet<string>;
  readonly price: boolean;
  readonly weight: boolean;
}

/** A candidate is looked at in so many ways at most, where what it is follows from what customers choose of it. */
const MOST_WAYS_IN = 36;

/** What sentences and formulas ask of a place. @param choice position of the slot's choice; null for a part */
export function askedOfPlace(
  { fits, formulas }: Program,
  { key, candidates }: ComponentProgram,
  choice: number | null,
): AskedOfPlace {
  const figures = formulas.flatMap(({ inputs, compiled }) =>
    inputs.flatMap((input) =>
      (choice === null ? input.part === key : input.choice === choice) && compiled.uses.has(input.name)
        ? [input.name]
        : [],
    ),
  );
  const inSentences = fits.flatMap(({ fit, place, other }) => [
    ...(place.key === key ? [fit.property] : []),
    ...(other.key === key ? [fit.other.property] : []),
  ]);
  const said = new Set(candidates.flatMap(({ program }) => [...program.properties.keys()]));
  const inFigures = [...said].filter((name) => figures.some((text) => text.includes(`.${name.replace(/-/g, '_')}`)));
  const asks = (what: 'price' | 'weight') => figures.some((name) => name.includes(`.${what}`));
  return { properties: new Set([...inSentences, ...inFigures]), price: asks('price'), weight: asks('weight') };
}

/** Whether formulas ask what something costs that stands in a place. */
export const asksPrices = (program: Program): boolean =>
  heldPlaces(program.kit).some(({ component, choice }) => askedOfPlace(program, component, choice).price);

/**
 * For whom things are looked at: the groups of a model by position; once for everybody where they make no difference.
 */
const customersOf = (program: Program, groups: readonly (string | null)[]): readonly (number | null)[] =>
  groups.length > 1 && asksGroup(program) ? groups.map((_, position) => position) : [null];

/** Whom ways are looked for, and for what. */
export interface LookedFor {
  readonly today: string;
  readonly groups: readonly (string | null)[];
  readonly asked: AskedOfPlace;
  readonly look: Look;
}

/**
 * The ways in which a candidate can stand in a place: for each thing that it can be, what stands for all that is so.
 */
export function waysIn(candidate: CandidateProgram, place: PlaceLooked, wanted: LookedFor): readonly WayIn[] {
  const { today, groups, asked, look } = wanted;
  const name = JSON.stringify([today, groups, place.component.key, place.count, [...asked.properties].sort()]);
  return look.known.of(candidate, name, () =>
    customersOf(candidate.program, groups).flatMap((group) => lookForWays(candidate, place, wanted, group)),
  );
}

/** What a candidate can be, as far as choices decide it: what is answered to them, null where they are left out. */
interface Deciding {
  readonly answers: readonly Readonly<Record<string, string | null>>[];
  /** whether nothing else decides it */
  readonly isWhole: boolean;
}

function decidingOf({ program }: CandidateProgram, properties: ReadonlySet<string>): Deciding {
  const deciding = new Set<number>();
  let isWhole = true;
  for (const name of properties) {
    const property = program.properties.get(name);
    if (!property) continue;
    if (property.formula !== null) {
      const { indices, quantity, group, parts } = formulaInputsOf(program, property.formula);
      isWhole &&= indices.size === 0 && parts.size === 0 && !quantity && !group;
    } else
      for (const { choice } of property.byOption)
        if (!Object.hasOwn(program.fixed, program.choices[choice]?.key ?? '')) deciding.add(choice);
  }
  // Of several options, or of an option in numbers, a key is not the whole of an answer.
  const isSeveral = [...deciding].some((choice) => {
    const definition = program.product.choices[choice];
    return definition?.kind === 'several' || (definition && 'ownQuantity' in definition && definition.ownQuantity);
  });
  const answers = [...deciding].reduce<Readonly<Record<string, string | null>>[]>(
    (list, choice) => {
      const { key = '', options = [] } = program.choices[choice] ?? {};
      const each = [...options.map((option) => option.key), null];
      return list.length * each.length > MOST_WAYS_IN
        ? []
        : list.flatMap((before) => each.map((answer) => ({ ...before, [key]: answer })));
    },
    [{}],
  );
  if (isSeveral || answers.length === 0) return { answers: [{}], isWhole: false };
  // Whether a choice that rules hide is asked may follow from others.
  return { answers, isWhole: isWhole && ![...deciding].some((choice) => canBeHidden(program, choice)) };
}

function lookForWays(
  candidate: CandidateProgram,
  place: PlaceLooked,
  { today, groups, asked, look }: LookedFor,
  position: number | null,
): WayIn[] {
  const { program, product } = candidate;
  const customer: Customer = { today, group: groups[position ?? 0] ?? null };
  const { answers: deciding, isWhole } = decidingOf(candidate, asked.properties);
  // Whoever is not asked a choice has left it out.
  const isAsked = (answers: Deciding['answers'][number]) =>
    program.choices.every(({ key, groups: who }) => (answers[key] ?? null) === null || isSeenBy(who, customer.group));
  return deciding.filter(isAsked).flatMap((answers) => {
    const own: Program =
      Object.keys(answers).length === 0 ? program : programWith(program, { fixed: { ...program.fixed, ...answers } });
    return look.standing(own, place, customer).map(({ selection, isProved, isExact, left }): WayIn => {
      const given = { ...selection.answers, ...answers };
      const open = Object.fromEntries(Object.entries(given).filter(([key]) => !Object.hasOwn(program.fixed, key)));
      const said = { answers: open, ...(selection.parts && { parts: selection.parts }) };
      return {
        candidate,
        count: place.count,
        entry: { product, quantity: place.count, ...said },
        resolution: resolve(
          program,
          { ...said, quantity: place.count },
          { stock: null, ofWhole: true, today, group: customer.group },
        ),
        deciding: answers,
        isWhole,
        isPriced: isProved,
        isExact,
        group: position,
        ...(left && { left }),
      };
    });
  });
}

/** Whether formulas can't tell from the ways of something what they ask of it. */
export function isLoose(ways: readonly WayIn[], asked: AskedOfPlace): boolean {
  return ways.some(
    (way) => !way.isWhole || (asked.weight && weightVaries(way.candidate.program)) || (asked.price && !way.isExact),
  );
}

/** What something looks like to formulas: what looks the same to them is one. */
export function looksLike(way: WayIn, { properties }: AskedOfPlace): string {
  const held = heldOf(way);
  return JSON.stringify([
    way.count,
    held.price?.toString(),
    held.weight?.toString(),
    [...properties].map((property) => {
      const own = held.property(property);
      return own && (own.kind === 'text' ? own.text : [own.value.toString(), own.unit.code]);
    }),
  ]);
}
