import {
  type Choice,
  freeKeys,
  hasOptions,
  isStocked,
  MOST_OPTIONS,
  MOST_VARIANTS,
  type Option,
  optionSchema,
  type Product,
  skuPartFrom,
  type Variant,
  variantSchema,
} from '../catalog';
import { Exact } from '../number';
import { plainWords } from '../text';
import { type ListGroup, type ListRow, type Teller } from './groups';
import { repriced, type RowPlace } from './known-prices';
import { type ListMapping } from './mapping';
import { insideWords, type ListScope, newStockItem, skuOfVariant } from './scope';
import { type Shape } from './shape';

/** A product of the shop and the rows of the list that are it. */
interface Meeting {
  /** what the catalog tells it by */
  readonly slug: string;
  readonly product: Product;
  readonly group: ListGroup;
  readonly shape: Shape;
  readonly scope: ListScope;
  readonly mapping: ListMapping;
  readonly tell: Teller;
}

type WithOptions = Extract<Choice, { options: Option[] }>;

/** A choice that the list says something of: in a column, or the same in all rows. */
interface Met {
  readonly choice: WithOptions;
  /** its place among what differs in the list; null for what is the same in all rows */
  readonly place: number | null;
}

/** Choices of the product that a column of the list is, by the column’s title or inside name. */
function choicesMet({ product, shape }: Meeting): Met[] {
  const met = (choice: Choice, title: string) =>
    plainWords(choice.title) === plainWords(title) || choice.key === plainWords(title);
  return product.choices.flatMap((choice): Met[] => {
    if (!hasOptions(choice)) return [];
    const place = shape.choices.findIndex(({ title }) => met(choice, title));
    const isShared = shape.shared.some(({ title }) => met(choice, title));
    return place >= 0 ? [{ choice, place }] : isShared ? [{ choice, place: null }] : [];
  });
}

/** What the list says for a choice in a row. */
function valueOf({ shape }: Meeting, { choice, place }: Met, options: readonly number[]) {
  if (place !== null) return shape.choices[place]?.options[options[place] ?? 0] ?? '';
  return (
    shape.shared.find(({ title }) => plainWords(title) === plainWords(choice.title) || title === choice.key)?.value ??
    ''
  );
}

/** The option that a value is, added where the choice has none. */
function optionFor({ title: called, options }: WithOptions, value: string): Option | null {
  const plain = plainWords(value);
  const known = options.find(
    ({ title, key, sku }) => plainWords(title) === plain || key === plain || sku?.toLowerCase() === plain,
  );
  if (known) return known;
  if (options.length >= MOST_OPTIONS) return null;
  const key = freeKeys(options.map((option) => option.key))(insideWords(called, value), 'option');
  const sku = skuPartFrom(value, new Set(options.flatMap((option) => option.sku ?? [])), String(options.length + 1));
  const made = optionSchema.parse({ key, title: value, sku });
  options.push(made);
  return made;
}

/** Where a row is among the variants of the product; null where it can’t be, which is told. */
function placeOf(meeting: Meeting, row: ListRow, options: readonly number[]): RowPlace | null {
  const { slug, product, shape, scope, tell, group } = meeting;
  const found = scope.find(row);
  // New variants stand behind those that there are.
  const there = found?.slug === slug && found.variant !== null ? product.variants[found.variant] : undefined;
  if (there) return { row, variant: there, picked: there.options };
  if (product.variants.length === 0 && shape.choices.length === 0) return { row, variant: null, picked: {} };
  const met = choicesMet(meeting);
  const missing = shape.choices.find((_, place) => !met.some((each) => each.place === place));
  if (missing) {
    tell.fault(
      `Row ${row.number}: ${group.title} is in the shop without a choice called “${missing.title}”. Add the choice there first, or call the column like the choice that it is.`,
    );
    return null;
  }
  const picked: Record<string, string> = {};
  for (const each of met) {
    const option = optionFor(each.choice, valueOf(meeting, each, options));
    if (option) picked[each.choice.key] = option.key;
    else tell.fault(`Row ${row.number}: ${each.choice.title} of ${group.title} has ${MOST_OPTIONS} options already.`);
  }
  return product.variants.length === 0 ? { row, variant: null, picked } : variantFor(meeting, row, picked);
}

function variantFor({ product, group, scope, mapping, tell }: Meeting, row: ListRow, picked: Record<string, string>) {
  const stocked = product.choices.filter(isStocked);
  const unsaid = stocked.find(({ key }) => picked[key] === undefined);
  if (unsaid) {
    tell.fault(
      `Row ${row.number}: it doesn’t say which ${unsaid.title} of ${group.title} it is. Let a column be “${unsaid.title}”.`,
    );
    return null;
  }
  const options = Object.fromEntries(stocked.map(({ key }) => [key, picked[key] ?? '']));
  const known = product.variants.find((each) => stocked.every(({ key }) => each.options[key] === options[key]));
  if (known) return { row, variant: known, picked };
  if (product.variants.length >= MOST_VARIANTS) {
    tell.fault(`Row ${row.number}: ${group.title} has ${MOST_VARIANTS} variants already.`);
    return null;
  }
  const variant = variantSchema.parse({ options });
  if (row.sku !== '' && skuOfVariant(product, variant, scope.catalog.shop.skuSeparator) !== row.sku)
    variant.sku = row.sku;
  if (mapping.stock === 'counted')
    variant.stock = newStockItem(scope, `${group.title} ${Object.values(options).join(' ')}`, row);
  product.variants.push(variant);
  return { row, variant, picked };
}

/** Codes that the list says otherwise than the shop. */
function setCodes({ product, scope }: Meeting, { row, variant }: RowPlace): void {
  if (!variant) return;
  if (row.gtin !== null && row.gtin !== variant.gtin) variant.gtin = row.gtin;
  const { skuSeparator } = scope.catalog.shop;
  if (row.sku !== '' && skuOfVariant(product, variant, skuSeparator).toLowerCase() !== row.sku.toLowerCase())
    variant.sku = row.sku;
}

/** What one costs now. @returns whether the list says something else of what is on hand than the shop */
function setCost({ product, scope }: Meeting, { row, variant }: RowPlace): boolean {
  const drawn = product.draws.length === 1 && product.variants.length === 0 ? product.draws[0]?.stock : undefined;
  const key = variant ? variant.stock : (drawn ?? null);
  if (key === null || scope.items.has(key)) return false;
  const item = scope.stock.get(key);
  if (!item) return false;
  if (row.cost && !(item.cost !== null && Exact.parse(item.cost)?.equals(row.cost.value)))
    scope.items.set(key, { ...item, cost: row.cost.text });
  return row.onHand !== null && row.onHand !== item.onHand;
}

/** Lets variants that the list has not any more stay, or takes them off sale; which is told. */
function leaveGone({ product, group, mapping, tell }: Meeting, places: readonly RowPlace[]): void {
  const listed = new Set<Variant | null>(places.map(({ variant }) => variant));
  const gone = product.variants.filter((variant) => variant.onSale && !listed.has(variant));
  if (gone.length === 0) return;
  const many = gone.length === 1 ? 'One variant' : `${gone.length} variants`;
  tell.note(
    `${group.title}: ${many} that the shop has ${gone.length === 1 ? 'is' : 'are'} not in the list${mapping.gone === 'offSale' ? ', and off sale then' : ', and stay on sale'}.`,
  );
  if (mapping.gone === 'offSale') for (const variant of gone) variant.onSale = false;
}

/**
 * Brings what a list says into a product that the shop has: prices, codes and costs of its rows, rows that are new as
 * options and variants. What else the product says stays.
 *
 * @param product a copy of it, which is changed
 */
export function updateProduct(meeting: Meeting): { readonly otherStock: number } {
  const { shape } = meeting;
  const places: RowPlace[] = [];
  let otherStock = 0;
  for (const { row, options } of shape.rows) {
    const place = placeOf(meeting, row, options);
    if (!place) continue;
    const same = places.find(({ variant }) => variant !== null && variant === place.variant);
    if (same) {
      meeting.tell.fault(
        `Row ${row.number}: it is the same variant of ${meeting.group.title} as row ${same.row.number} in the shop. Correct its SKU or GTIN, or remove one.`,
      );
      continue;
    }
    setCodes(meeting, place);
    if (setCost(meeting, place)) otherStock += 1;
    places.push(place);
  }
  repriced(meeting, places);
  leaveGone(meeting, places);
  return { otherStock };
}
