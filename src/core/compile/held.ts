import { type PropertyValue } from '../catalog';
import { type Dim, dimOf, MONEY, NUMBER, type Range, sameDim } from '../formula';
import { Exact } from '../number';
import { requireUnit } from '../quantity';
import { type ComponentProgram, type KitProgram } from './kit';

/** What is in a slot, or stands for a part, as formulas look at it. */
export interface Held {
  /** pieces */
  readonly count: number;
  /** what one of them costs alone; null while that is not known */
  readonly price: Exact | null;
  /** of one of them, in kilograms; null where nothing says so */
  readonly weight: Exact | null;
  property(name: string): PropertyValue | null;
}

/** What stands in the slots and parts of a product, by key. */
export type HeldIn = (place: string) => readonly Held[];

/** A figure of what is in a place: how it is called in a formula, and how it is worked out, in base units. */
export interface HeldFigure {
  /** without the name of the place: `count(PLACE)` is called `count`, `sum(PLACE.height)` `sum .height` */
  readonly name: string;
  readonly words: string;
  readonly dim: Dim;
  readonly of: (held: readonly Held[]) => Exact | null;
  /** what it can come to, whatever is there */
  readonly range: Range;
}

type Take = (held: Held) => Exact | null;

const OPEN: Range = { low: null, high: null };
const FROM_NOTHING: Range = { low: Exact.zero, high: null };

/** What can be asked of every place beside its properties. */
const BUILT_IN: readonly {
  readonly name: string;
  readonly words: string;
  readonly dim: Dim;
  readonly take: Take;
  readonly missing: Exact | null;
}[] = [
  { name: 'price', words: 'price', dim: MONEY, take: ({ price }) => price, missing: null },
  { name: 'weight', words: 'weight', dim: dimOf(requireUnit('kg')), take: ({ weight }) => weight, missing: Exact.zero },
];

/** A place that formulas can look into. */
export interface HeldPlace {
  readonly key: string;
  readonly title: string;
  /** position of the slot's choice; null for a part */
  readonly choice: number | null;
  /** whether it holds one thing at most, so that its properties can be named without saying which of them */
  readonly single: boolean;
  readonly most: number;
  readonly component: ComponentProgram;
}

/** The slots and parts of a product. */
export function heldPlaces(kit: KitProgram | null): readonly HeldPlace[] {
  if (!kit) return [];
  return [
    ...kit.components.map((component): HeldPlace => ({
      key: component.key,
      title: component.title,
      choice: null,
      single: true,
      most: component.quantity.most,
      component,
    })),
    ...kit.slots.map(({ choice, most, component }): HeldPlace => ({
      key: component.key,
      title: component.title,
      choice,
      single: most === 1,
      most,
      component,
    })),
  ];
}

/** Every figure of a place, under the name that formulas have for it. @param name of the place in formulas */
export function heldFigures(place: HeldPlace, name: string, formulaName: (key: string) => string): HeldFigure[] {
  const { title, most, component } = place;
  const within: Range = { low: Exact.zero, high: Exact.of(most) };
  const pieces = (held: readonly Held[]) => Exact.of(held.reduce((sum, { count }) => sum + count, 0));
  const counted = [name, `count(${name})`].map((called) => ({
    name: called,
    words: `pieces of ${title}`,
    dim: NUMBER,
    of: pieces,
    range: within,
  }));
  const built = BUILT_IN.map(({ name: own, ...figure }) => ({
    ...figure,
    path: `${name}.${own}`,
    range: FROM_NOTHING,
  }));
  const said = [...numericProperties(component)].map(([property, { dim, least }]): Asked => ({
    path: `${name}.${formulaName(property)}`,
    words: property,
    dim,
    take: ({ property: propertyOf }) => {
      const value = propertyOf(property);
      return value?.kind === 'quantity' && sameDim(dimOf(value.unit), dim)
        ? value.value.times(value.unit.factor)
        : null;
    },
    missing: null,
    range: least && least.sign() >= 0 ? FROM_NOTHING : OPEN,
  }));
  return [...counted, ...[...built, ...said].flatMap((asked) => figuresOver(place, asked))];
}

/** What is asked of each thing in a place. */
interface Asked {
  /** as formulas call it */
  readonly path: string;
  readonly words: string;
  readonly dim: Dim;
  readonly take: Take;
  /** what counts where nothing says it; null where then nothing of the whole is known */
  readonly missing: Exact | null;
  readonly range: Range;
}

/** Sum, least and greatest of what is asked; and the thing itself where there is but one. */
function figuresOver({ title, single }: HeldPlace, { path, words, dim, take, missing, range }: Asked): HeldFigure[] {
  const all = (
    held: readonly Held[],
    make: (values: readonly { value: Exact; count: number }[]) => Exact,
  ): Exact | null => {
    const values: { value: Exact; count: number }[] = [];
    for (const one of held) {
      const value = take(one) ?? missing;
      // Something of it is not known, so nothing of the whole is.
      if (value === null) return null;
      values.push({ value, count: one.count });
    }
    return make(values);
  };
  const sum = (held: readonly Held[]) =>
    all(held, (values) =>
      values.reduce((total, { value, count }) => total.plus(value.times(Exact.of(count))), Exact.zero),
    );
  const best = (sign: 1 | -1) => (held: readonly Held[]) =>
    all(held, ([first, ...rest]) =>
      first
        ? rest.reduce((found, { value }) => (value.compare(found) * sign < 0 ? value : found), first.value)
        : Exact.zero,
    );
  // While nothing is there, there is nothing to say it of.
  const alone = (held: readonly Held[]) => (held.length === 0 ? null : best(1)(held));
  return [
    { name: `sum(${path})`, words: `${words} of all of ${title}`, dim, of: sum, range },
    { name: `min(${path})`, words: `least ${words} in ${title}`, dim, of: best(1), range },
    { name: `max(${path})`, words: `greatest ${words} in ${title}`, dim, of: best(-1), range },
    ...(single ? [{ name: path, words: `${words} of ${title}`, dim, of: alone, range }] : []),
  ];
}

/**
 * The properties that are quantities of anything that can stand in a place, and the least that each can be; null where
 * that is not known.
 */
function numericProperties({
  candidates,
}: ComponentProgram): Map<string, { readonly dim: Dim; readonly least: Exact | null }> {
  const found = new Map<string, { readonly dim: Dim; readonly least: Exact | null }>();
  for (const { program } of candidates) {
    for (const { name, dim, own, byOption, formula } of program.properties.values()) {
      if (!dim) continue;
      const values = [own, ...byOption.flatMap((one) => one.values)].flatMap((value) =>
        value?.kind === 'quantity' ? [value.value] : [],
      );
      const lowest =
        formula === null && values.length > 0
          ? values.reduce((best, value) => (value.isLess(best) ? value : best))
          : null;
      const before = found.get(name);
      const least = lowest && before ? before.least && (lowest.isLess(before.least) ? lowest : before.least) : lowest;
      found.set(name, { dim: before?.dim ?? dim, least });
    }
  }
  return found;
}
