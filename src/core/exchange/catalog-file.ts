import { z } from 'zod';
import {
  type Catalog,
  CATALOG_FORMAT,
  catalogSchema,
  type CatalogSurroundings,
  KEY_PATTERN,
  placementsOf,
  type Product,
  type Report,
} from '../catalog';
import { assemble } from '../compile/assemble';
import { countedProducts, readiness, sheetFaults, shopFaults } from '../judge';
import { Exact } from '../number';
import { listFaults, thingsOf } from '../price-lists';
import { type Fault, faultAt, type FaultData, type Path, type Keyed } from '../problems';
import { unitByCode } from '../quantity';
import { faultWords } from '../words';
import { catalogFromVersion1 } from './earlier-forms';
import { readJsonText } from './json-text';
import { shapeFaults } from './shape-faults';
import { hidesSigns } from '../text';

/** The largest catalog file that is read, in characters. */
export const LARGEST_CATALOG = 64 * 1024 * 1024;

/** A fault as it leaves: with its words. */
export type FaultJson = Pick<Fault, 'path' | 'code' | 'gravity'> & { readonly message: string };

/** Says in words what is wrong with a definition. */
export function faultJson({ path, code, gravity, data }: Fault): FaultJson {
  return { path, code, gravity, message: faultWords(data) };
}

export type CatalogReading =
  | { readonly catalog: Catalog; readonly faults?: undefined }
  | { readonly catalog?: undefined; readonly faults: readonly Fault[] };

/** The first version of the format is read for ever. */
const versionOne = z.looseObject({ format: z.literal(CATALOG_FORMAT), version: z.literal(1) });

/**
 * Reads a catalog in the open format from text. Looks at its form only; {@link checkCatalog} looks at what it says.
 */
export function readCatalog(text: string): CatalogReading {
  if (text.length > LARGEST_CATALOG)
    return { faults: [shapeFault([], `The file is larger than ${LARGEST_CATALOG} characters.`)] };
  const { value, fault } = readJsonText(text);
  if (fault !== undefined) return { faults: [shapeFault([], fault)] };
  const first = versionOne.safeParse(value);
  const form = first.success ? catalogFromVersion1(first.data) : value;
  const result = catalogSchema.safeParse(form);
  if (result.success) return { catalog: result.data };
  return { faults: shapeFaults(result.error.issues, form).map(({ path, message }) => shapeFault(path, message)) };
}

/** What a catalog's products refer to outside themselves. */
export function surroundingsOf(catalog: Catalog): CatalogSurroundings {
  return {
    shop: catalog.shop,
    stock: new Map(catalog.stock.map((item) => [item.key, item])),
    swatches: new Map(catalog.swatches.map((swatch) => [swatch.key, swatch])),
    sheets: new Map(catalog.sheets.map((sheet) => [sheet.key, sheet])),
    products: new Map(catalog.products.map((product) => [product.slug, product])),
    priceLists: catalog.priceLists,
  };
}

/**
 * Everything that is wrong with what a catalog says, with the path in the file.
 *
 * @param isLookedAt which of its products are looked at; all unless said
 * @param withAdvice whether what can wait is told of them, too
 */
export function checkCatalog(
  catalog: Catalog,
  {
    isLookedAt = () => true,
    withAdvice = false,
  }: { readonly isLookedAt?: (product: Product) => boolean; readonly withAdvice?: boolean } = {},
): Fault[] {
  const surroundings = surroundingsOf(catalog);
  const faults: Fault[] = [];
  const add = (path: Path, data: FaultData) => faults.push(faultAt(path, data));

  shopFaults(catalog, add);
  checkNames(catalog, add);
  catalog.swatches.forEach(
    ({ name }, index) => hidesSigns(name) && add(['swatches', index, 'name'], { code: 'hidesSigns' }),
  );
  catalog.stock.forEach((item, index) => checkStock(item, ['stock', index], add));
  const named = new Set(catalog.priceLists.flatMap(({ prices }) => prices.map(({ product }) => product)));
  const priced = new Map(
    countedProducts(catalog)
      .filter(({ slug }) => named.has(slug))
      .map((product) => [
        product.slug,
        { title: product.title, things: thingsOf(assemble(product, surroundings).product) },
      ]),
  );
  for (const { place, title, data } of listFaults(catalog.priceLists, catalog.shop.groups, priced))
    add(['priceLists', place], { code: 'priceListFaulty', fault: { title, data } });
  const within = (list: string, index: number, found: readonly Fault[], from: number) =>
    faults.push(...found.map((fault) => ({ ...fault, path: [list, index, ...fault.path.slice(from)] })));
  catalog.sheets.forEach((sheet, index) => {
    // What is on a product is looked at there.
    const isPlaced = catalog.products.some((product) =>
      placementsOf(product, [sheet]).some(({ key, leftOut }) => key === sheet.key && !leftOut),
    );
    if (!isPlaced) within('sheets', index, sheetFaults(sheet, surroundings), 2);
  });
  catalog.products.forEach((product, index) => {
    if (!isLookedAt(product)) return;
    const found = readiness(product, surroundings, null).filter(
      ({ gravity, code }) => (withAdvice || gravity === 'mustFix') && code !== 'unknownCurrency',
    );
    within('products', index, found, 0);
  });
  return faults;
}

/** What is wrong with what a catalog calls its things: two of one name, drafts of nothing. */
export function nameFaults(catalog: Catalog): Fault[] {
  const faults: Fault[] = [];
  const add = (path: Path, data: FaultData) => faults.push(faultAt(path, data));
  checkNames(catalog, add);
  checkKeys('groups', 'key', 'group', catalog.shop.groups, (path, data) => add(['shop', ...path], data));
  checkKeys('discounts', 'key', 'discount', catalog.discounts, add);
  const lists = new Set<string>();
  catalog.priceLists.forEach(({ key }, index) => {
    if (lists.has(key))
      add(['priceLists', index, 'key'], { code: 'shape', detail: `Two lists have the key “${key}”.` });
    lists.add(key);
  });
  return faults;
}

function checkNames(catalog: Catalog, add: Report): void {
  for (const [list, { field, what }] of Object.entries(KEYED))
    checkKeys(list, field, what, catalog[list as keyof typeof KEYED], add);
  checkDrafts(catalog, add);
}

/** Says which drafts are of something that the file does not have. */
function checkDrafts({ products, sheets, drafts }: Catalog, add: Report): void {
  const known = { products: new Set(products.map(({ slug }) => slug)), sheets: new Set(sheets.map(({ key }) => key)) };
  for (const list of ['products', 'sheets'] as const)
    drafts[list].forEach(({ of }, index) => {
      if (of !== null && !known[list].has(of))
        add(['drafts', list, index, 'of'], {
          code: 'shape',
          detail: `There is no “${of}” under “${list}” that this is a draft of. Use the key of one, or null.`,
        });
    });
}

/** What is called by a key of its own, in which list, and what it is called where two have the same. */
const KEYED = {
  stock: { field: 'key', what: 'stockItem' },
  swatches: { field: 'key', what: 'swatch' },
  sheets: { field: 'key', what: 'sheet' },
  products: { field: 'slug', what: 'product' },
} as const satisfies Partial<Record<keyof Catalog, { field: 'key' | 'slug'; what: Keyed }>>;

function checkKeys(
  list: string,
  field: 'key' | 'slug',
  what: Keyed,
  entries: readonly { readonly key?: string; readonly slug?: string }[],
  add: Report,
): void {
  const known = new Set<string>();
  entries.forEach((entry, index) => {
    const key = entry[field] ?? '';
    if (known.has(key)) add([list, index, field], { code: 'duplicateKey', key, what });
    known.add(key);
  });
}

function checkStock(item: Catalog['stock'][number], path: Path, add: Report): void {
  if (hidesSigns(item.title)) add([...path, 'title'], { code: 'hidesSigns' });
  if (!unitByCode(item.unit)) add([...path, 'unit'], { code: 'unknownUnit', given: item.unit });
  const cost = item.cost === null ? Exact.zero : Exact.parse(item.cost);
  if (!cost) add([...path, 'cost'], { code: 'notDecimal', given: item.cost ?? '' });
  else if (cost.sign() < 0) add([...path, 'cost'], { code: 'negative', figure: 'unitCost' });
  for (const field of ['onHand', 'backorder'] as const) {
    const value = Exact.parse(item[field]);
    if (!value) add([...path, field], { code: 'notDecimal', given: item[field] });
    else if (value.sign() < 0) add([...path, field], { code: 'negative', figure: 'stockFigure' });
  }
  checkLots(item, path, add);
}

function checkLots(
  { title, unit, onHand, backorder, cutFrom, lots }: Catalog['stock'][number],
  path: Path,
  add: Report,
): void {
  lots.forEach(({ length }, place) => {
    const value = Exact.parse(length);
    if (!value) add([...path, 'lots', place, 'length'], { code: 'notDecimal', given: length });
    else if (value.sign() <= 0)
      add([...path, 'lots', place, 'length'], { code: 'notMoreThanNothing', figure: 'lotLength' });
  });
  if (!cutFrom) {
    if (lots.length > 0) add([...path, 'cutFrom'], { code: 'lotsWithoutRule', item: title });
    return;
  }
  for (const field of ['kerf', 'smallestOffcut'] as const) {
    const text = cutFrom[field];
    const value = text === null ? Exact.zero : Exact.parse(text);
    if (!value) add([...path, 'cutFrom', field], { code: 'notDecimal', given: text ?? '' });
    else if (value.sign() < 0)
      add([...path, 'cutFrom', field], { code: 'negative', figure: field === 'kerf' ? 'kerf' : 'offcut' });
  }
  if (!canLieInLots(unit)) add([...path, 'cutFrom'], { code: 'lotsNotMeasured', item: title });
  if (Exact.parse(onHand)?.sign() !== 0) add([...path, 'onHand'], { code: 'lotsAndSum', item: title });
  if (Exact.parse(backorder)?.sign() !== 0) add([...path, 'backorder'], { code: 'lotsPromised', item: title });
}

/** Whether what is counted in a unit can be cut. */
export function canLieInLots(unit: string): boolean {
  const dimension = unitByCode(unit)?.dimension;
  return dimension !== undefined && dimension !== 'count' && dimension !== 'mass';
}

/** A path as it is written for people and tools: `$.products[0].choices[2].title`. */
export function pathText(path: Path): string {
  return path.reduce<string>((text, step) => {
    if (typeof step === 'number') return `${text}[${step}]`;
    return KEY_PATTERN.test(step.toLowerCase()) && !step.includes('-')
      ? `${text}.${step}`
      : `${text}[${JSON.stringify(step)}]`;
  }, '$');
}

/** The JSON Schema of the open format, drawn from the same definitions that read it. */
export function catalogJsonSchema(): object {
  return z.toJSONSchema(catalogSchema, { io: 'input', target: 'draft-2020-12', reused: 'inline' });
}

function shapeFault(path: Path, detail: string): Fault {
  return faultAt(path, { code: 'shape', detail });
}
