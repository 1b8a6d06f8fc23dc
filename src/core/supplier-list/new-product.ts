import {
  type Choice,
  choiceSchema,
  freeKeys,
  giveSkuParts,
  type Option,
  optionSchema,
  type Product,
  productSchema,
  type Variant,
  variantSchema,
} from '../catalog';
import { namedColour } from '../colour';
import { Exact } from '../number';
import { tagsIn } from '../spreadsheet';
import { addedBy, findAmounts, type FoundAmounts, pricedAlone } from './amounts';
import { type ListGroup } from './groups';
import { type ListMapping } from './mapping';
import { insideWords, type ListScope, moneyText, newStockItem } from './scope';
import { combinationsOf, type Shape, type ShapeChoice } from './shape';
import { findSkuParts, productSku } from './skus';

const ZERO = Exact.of(0);

/** The prices of a product’s rows; null where the list has none. */
function pricesOf({ rows, choices }: Shape, { prices }: ListMapping): FoundAmounts | null {
  const priced = rows.flatMap(({ row, options }) => (row.price ? { options, price: row.price.value } : []));
  if (priced.length === 0 || priced.length < rows.length) return null;
  const counts = choices.map(({ options }) => options.length);
  return prices === 'amounts' ? findAmounts(priced, counts) : pricedAlone(priced, counts);
}

/** Whether each row must be a variant: it has something that only a variant can have, or not all are made. */
function needsVariants(shape: Shape, mapping: ListMapping, found: FoundAmounts | null): boolean {
  if (shape.choices.length === 0) return false;
  const hasOwn = shape.rows.some(
    ({ row }) => row.sku !== '' || row.gtin !== null || row.onHand !== null || row.cost || row.wasPrice,
  );
  const isWhole = shape.rows.length === combinationsOf(shape);
  return hasOwn || !isWhole || mapping.stock === 'counted' || (found !== null && found.own.size > 0);
}

/** An option that says its colour, where its title names one. */
function optionOf(key: string, title: string, { swatchOf }: ListScope): Option {
  const swatch = swatchOf(title);
  const colour = swatch ? null : namedColour(title);
  return optionSchema.parse({
    key,
    title,
    ...(swatch && { swatch: swatch.key }),
    ...(colour && { colours: [colour] }),
  });
}

function choiceOf(key: string, { title, options }: ShapeChoice, isStocked: boolean, scope: ListScope): Choice {
  const keyOf = freeKeys([]);
  const made = options.map((option) => optionOf(keyOf(insideWords(title, option), 'option'), option, scope));
  const coloured = made.filter(({ swatch, colours }) => swatch !== null || colours.length > 0).length;
  // Trade names of colours are not in any book: most of them being known is enough.
  const isColour = coloured * 2 > made.length;
  const plain = made.map((option) => ({ ...option, swatch: null, colours: [] }));
  return choiceSchema.parse({
    kind: isColour ? 'swatch' : 'list',
    key,
    title,
    stocked: isStocked,
    options: isColour ? made : plain,
  });
}

const optionsIn = (choice: Choice): Option[] => ('options' in choice ? choice.options : []);

/** Lets options add what was found that they add. */
function setAmounts(choices: readonly Choice[], { amounts }: FoundAmounts, currency: string): void {
  choices.forEach((choice, place) =>
    optionsIn(choice).forEach((option, at) => {
      const more = amounts[place]?.[at] ?? ZERO;
      option.amount = more.sign() === 0 ? null : { kind: 'fixed', value: moneyText(more, currency) };
    }),
  );
}

/** SKUs of the product and its options: as the list’s are put together, or made of titles. @returns the product’s */
function setSkus({ rows, choices }: Shape, made: readonly Choice[], group: ListGroup, scope: ListScope) {
  const skus = rows.map(({ row }) => row.sku);
  const counts = choices.map(({ options }) => options.length);
  const { skuSeparator } = scope.catalog.shop;
  const found = skus.every((sku) => sku !== '')
    ? findSkuParts(
        rows.map(({ row, options }) => ({ options, sku: row.sku })),
        counts,
        skuSeparator,
      )
    : null;
  if (found && !scope.takenSkus.has(found.product.toLowerCase())) {
    scope.takenSkus.add(found.product.toLowerCase());
    made.forEach((choice, place) =>
      optionsIn(choice).forEach((option, at) => {
        option.sku = found.parts[place]?.[at] ?? null;
      }),
    );
    return { sku: found.product, isPutTogether: true };
  }
  for (const choice of made) giveSkuParts(optionsIn(choice));
  const given = skus.filter((sku) => sku !== '');
  return { sku: productSku(group.rows[0]?.code ?? '', given, group.title, scope.takenSkus), isPutTogether: false };
}

interface Made {
  readonly shape: Shape;
  readonly choices: readonly Choice[];
  readonly found: FoundAmounts | null;
  readonly isPutTogether: boolean;
  readonly title: string;
  readonly isCounted: boolean;
}

function variantsOf({ shape, choices, found, isPutTogether, title, isCounted }: Made, scope: ListScope): Variant[] {
  const { currency } = scope.catalog.shop;
  return shape.rows.map(({ row, options }, place) => {
    const picked = options.map((option, choice) => optionsIn(choices[choice] as Choice)[option]);
    const own = found?.own.get(place);
    const added = addedBy(found?.amounts ?? [], options);
    const was = row.wasPrice?.value.minus(added);
    const isLower = was?.isMore(own ?? found?.base ?? ZERO) ?? false;
    const titles = picked.map((option) => option?.title ?? '').join(' ');
    return variantSchema.parse({
      options: Object.fromEntries(choices.map(({ key }, choice) => [key, picked[choice]?.key ?? ''])),
      sku: isPutTogether || row.sku === '' ? null : row.sku,
      gtin: row.gtin,
      price: own ? moneyText(own, currency) : null,
      wasPrice: was && isLower ? moneyText(was, currency) : null,
      stock: isCounted ? newStockItem(scope, `${title} ${titles}`, row) : null,
    });
  });
}

/** Makes a product of the rows that are one: what differs among them becomes choices. */
export function newProduct(
  group: ListGroup,
  shape: Shape,
  mapping: ListMapping,
  scope: ListScope,
): { readonly product: Product; readonly found: FoundAmounts | null } {
  const { currency } = scope.catalog.shop;
  const found = pricesOf(shape, mapping);
  const isStocked = needsVariants(shape, mapping, found);
  const keyOf = freeKeys([]);
  const choices = shape.choices.map((choice) => choiceOf(keyOf(choice.title, 'choice'), choice, isStocked, scope));
  if (found) setAmounts(choices, found, currency);
  const { sku, isPutTogether } = setSkus(shape, choices, group, scope);
  const isCounted = mapping.stock === 'counted';
  const made: Made = { shape, choices, found, isPutTogether, title: group.title, isCounted };
  const first = (get: (row: ListGroup['rows'][number]) => string) => group.rows.map(get).find((text) => text !== '');
  const [alone] = shape.rows;
  const isSingle = shape.choices.length === 0 && alone !== undefined;
  const was = isSingle ? alone.row.wasPrice : null;
  const propertyKey = freeKeys([]);
  const product = productSchema.parse({
    slug: scope.freeSlug(group.title),
    title: group.title,
    sku: isSingle && alone.row.sku !== '' ? alone.row.sku : sku,
    description: (first(({ description }) => description) ?? '').slice(0, 8000),
    category: (first(({ category }) => category) ?? mapping.category) || null,
    tags: [...new Set(tagsIn(first(({ tags }) => tags) ?? '').map((tag) => tag.slice(0, 40)))].slice(0, 30),
    supplier: mapping.supplier || null,
    price: found && moneyText(found.base, currency),
    wasPrice: was && found && was.value.isMore(found.base) ? moneyText(was.value, currency) : null,
    choices,
    variants: isStocked ? variantsOf(made, scope) : [],
    properties: Object.fromEntries(
      shape.shared.map(({ title, value }) => [propertyKey(title, 'property'), { text: value }]),
    ),
    draws:
      isSingle && isCounted
        ? [{ kind: 'fixed', stock: newStockItem(scope, group.title, alone.row), quantity: '1' }]
        : [],
    notCounted: isCounted ? null : 'madeToOrder',
  });
  return { product, found };
}
