import { asc, inArray, type SQL, sql } from 'drizzle-orm';
import { type Queries } from '../../../data/database';
import { among } from '../../../data/references';
import { productCards, productTraits, traits } from '../../../data/schema';
import { type Narrowing, shownBy, toldTo } from './narrowing';

/** One value of something that the list can be narrowed down by. */
export interface FilterValue {
  readonly key: string;
  readonly value: string;
  /** how many products would be shown that have it */
  readonly count: number;
  readonly isChosen: boolean;
}

/** Something that the list can be narrowed down by: a colour, a size. */
export interface Filter {
  readonly key: string;
  readonly name: string;
  readonly values: readonly FilterValue[];
}

/**
 * So many filters are offered, those first of which one value is had by most products; and so many values of one. What
 * only one product is or can be had as is no filter.
 */
const MOST_FILTERS = 8;
const MOST_VALUES = 60;

const byNumber = new Intl.Collator('en', { numeric: true });

/** `6 mm` before `10 mm`; where not all are numbers, as they were said first: `S`, `M`, `L`. */
const inOrder = (values: readonly Counted[]): Counted[] =>
  values.every(({ value }) => /^[-−]?\d/.test(value))
    ? [...values].sort((a, b) => byNumber.compare(a.value, b.value))
    : [...values].sort((a, b) => a.id - b.id);

/**
 * What the list can be narrowed down by as it is narrowed down now. Values of one filter come together, so each is
 * counted as if nothing of its own filter were chosen.
 */
export async function readFilters(queries: Queries, narrowing: Narrowing): Promise<Filter[]> {
  const counted = await readCounts(queries, narrowing, null);
  const chosen = new Map(narrowing.traits.map(({ name, values }) => [name, new Set(values)]));
  const byName = new Map<string, Counted[]>();
  for (const one of counted) {
    if (chosen.has(one.nameKey)) continue;
    byName.set(one.nameKey, [...(byName.get(one.nameKey) ?? []), one]);
  }
  const own = new Map<string, Counted[]>();
  for (const { name, values } of narrowing.traits)
    own.set(name, await withAbsent(queries, name, values, await readCounts(queries, narrowing, name)));
  return [...own, ...byName].map(([key, values]) => ({
    key,
    name: values[0]?.name ?? key,
    values: inOrder(values).map(({ valueKey, value, count }) => ({
      key: valueKey,
      value,
      count,
      isChosen: chosen.get(key)?.has(valueKey) === true,
    })),
  }));
}

interface Counted {
  /** counts up with each that is said first */
  readonly id: number;
  readonly nameKey: string;
  readonly name: string;
  readonly valueKey: string;
  readonly value: string;
  readonly count: number;
}

/**
 * How many of the products that are shown have what.
 *
 * @param of the name of one filter, without what is chosen of it; null for those that say something of most products
 */
async function readCounts(queries: Queries, narrowing: Narrowing, of: string | null): Promise<Counted[]> {
  const shown = shownBy(narrowing, of);
  const those: SQL =
    shown === null
      ? sql``
      : sql`and ${productTraits.productId} in (select ${productCards.productId} from ${productCards} where ${shown})`;
  const named =
    of === null ? sql`` : sql`and ${productTraits.traitId} in (select id from traits where name_key = ${of})`;
  // First what has it is counted, by numbers alone, and only then looked at what it is called.
  return queries.all<Counted>(sql`
    with counted as materialized (
      select ${productTraits.traitId} as id, count(*) as count,
        min(${productTraits.productId}) as first, max(${productTraits.productId}) as last
      from ${productTraits} where ${toldTo(narrowing.group)} ${those} ${named}
      group by 1
    ), together as (
      select traits.*, count, max(count) over same as most, count(*) over same as different,
        min(first) over same <> max(last) over same as is_of_several,
        row_number() over (partition by name_key order by count desc, traits.id) as place
      from counted join traits on traits.id = counted.id
      window same as (partition by name_key)
    ), ranked as (
      select *, dense_rank() over (order by most desc, different desc, name_key) as rank
      from together where ${of !== null} or (is_of_several and different > 1)
    )
    select id, name_key as "nameKey", name, value_key as "valueKey", value, count from ranked
    where place <= ${MOST_VALUES} and rank <= ${MOST_FILTERS + narrowing.traits.length} order by rank, place`);
}

/** With what is chosen and nothing has that is shown: whoever has chosen it sees it, to take it away again. */
async function withAbsent(
  queries: Queries,
  name: string,
  values: readonly string[],
  counted: readonly Counted[],
): Promise<Counted[]> {
  const absent = values.filter((value) => !counted.some(({ valueKey }) => valueKey === value));
  if (absent.length === 0) return [...counted];
  const known = await queries
    .select()
    .from(traits)
    .where(sql`${traits.nameKey} = ${name} and ${inArray(traits.valueKey, among(absent))}`)
    .orderBy(asc(traits.id));
  const called = new Map(known.map((trait) => [trait.valueKey, trait]));
  const title = counted[0]?.name ?? known[0]?.name ?? name;
  return [
    ...counted,
    ...absent.map((value) => ({
      nameKey: name,
      name: title,
      valueKey: value,
      value: called.get(value)?.value ?? value,
      id: called.get(value)?.id ?? Infinity,
      count: 0,
    })),
  ];
}
