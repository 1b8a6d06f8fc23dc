import { type PartJson, type ResolutionJson } from '@/core/exchange';
import { formatMoney } from '@/core/money';
import { Exact } from '@/core/number';
import { quantityWords } from '@/core/words';

/** A row of a comparison: what is compared, and how it is with each. */
export interface ComparedRow {
  readonly kind: 'part' | 'choice' | 'figure' | 'whole';
  readonly label: string;
  readonly values: readonly string[];
  /** whether they are not all the same */
  readonly differs: boolean;
}

const NONE = '–';

/** What one place of a build has in it: `2 × Deep box, Shallow box (Cedar)`. */
function partWords({ productTitle, pieces, resolution }: PartJson): string {
  const chosen = resolution.counted.map(({ shown }) => shown).join(', ');
  return `${pieces === 1 ? '' : `${pieces} × `}${productTitle}${chosen === '' ? '' : ` (${chosen})`}`;
}

/**
 * Builds side by side: what is in them, what else was chosen, their figures, weight, price, and whether they can be
 * had.
 */
export function comparedRows(builds: readonly ResolutionJson[]): ComparedRow[] {
  const row = (kind: ComparedRow['kind'], label: string, of: (build: ResolutionJson) => string): ComparedRow => {
    const values = builds.map(of);
    return { kind, label, values, differs: new Set(values).size > 1 };
  };
  const labels = (of: (build: ResolutionJson) => readonly string[]) => [...new Set(builds.flatMap(of))];
  const inPlace = (build: ResolutionJson, title: string) => build.parts.filter((part) => part.title === title);
  const places = labels(({ parts }) => parts.map(({ title }) => title));
  const asked = labels(({ counted }) => counted.map(({ title }) => title)).filter((title) => !places.includes(title));
  return [
    ...places.map((title) => row('part', title, (build) => inPlace(build, title).map(partWords).join(', ') || NONE)),
    ...asked.map((title) =>
      row('choice', title, ({ counted }) => counted.find((answer) => answer.title === title)?.shown ?? NONE),
    ),
    ...labels(({ measures }) => measures.filter(({ forCustomers }) => forCustomers).map(({ name }) => name)).map(
      (name) =>
        row(
          'figure',
          name,
          ({ measures }) => measures.find((measure) => measure.forCustomers && measure.name === name)?.shown ?? NONE,
        ),
    ),
    ...labels(({ properties = [] }) => properties.map(({ name }) => name)).map((name) =>
      row(
        'figure',
        name,
        ({ properties = [] }) => properties.find((property) => property.name === name)?.shown ?? NONE,
      ),
    ),
    row('whole', 'Weight', ({ weight }) => (weight ? quantityWords(weight) : NONE)),
    row('whole', 'Can be had', ({ state, problems }) =>
      state === 'sellable' ? 'yes' : (problems[0]?.message ?? 'no'),
    ),
    row('whole', 'Price', ({ unitPrice, currency }) =>
      unitPrice === null ? NONE : formatMoney(Exact.from(unitPrice), currency),
    ),
  ];
}
