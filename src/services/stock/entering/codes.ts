import { inArray, sql } from 'drizzle-orm';
import { plainCode } from '../../../core/exchange';
import { compile, type Program } from '../../../core/compile';
import { inParts } from '../../../core/in-parts';
import { Exact } from '../../../core/number';
import { type Queries } from '../../../data/database';
import { productCodes, products, stockItems } from '../../../data/schema';
import { readShop, readSurroundings } from '../../catalog/surroundings';
import { inPieces } from '../../in-pieces';

/** A stock item that a code may mean. */
export interface MeantItem {
  readonly key: string;
  /** how much of it one of what the code names draws, where that is not one: a decimal */
  readonly drawn: string | null;
}

/** What a code stands for. */
export interface Meaning {
  /** stock items that it may mean, each once; one where it is clear */
  readonly items: readonly MeantItem[];
  /** what it names that draws nothing from stock, by its title; null where it names nothing of that kind */
  readonly drawsNothing: string | null;
}

const AT_ONCE = 200;

/**
 * Finds what codes stand for: the inside name or the name of a stock item; the GTIN of a variant; the SKU of a
 * product, a variant or a product with an option that draws from stock, own or put together, as the drafts have them.
 * Case makes no difference.
 *
 * @returns by code as it was given; without those that stand for nothing
 */
export async function findMeanings(
  queries: Queries,
  at: Date,
  codes: readonly string[],
): Promise<Map<string, Meaning>> {
  const wanted = new Set(codes.map(plainCode).filter((code) => code !== ''));
  const found = new Meanings();
  // Capital letters beyond those of English are told apart by the database.
  const names = new Set([...codes.map((code) => code.trim()), ...wanted]);
  for (const some of inParts([...names], AT_ONCE)) {
    for (const { key, title } of await namedSo(queries, some)) {
      found.add(key, { key, drawn: null });
      found.add(title, { key, drawn: null });
    }
  }
  await addSold(queries, at, wanted, found);
  return new Map(
    codes.flatMap((code) => {
      const meaning = found.of(code);
      return meaning ? [[code, meaning] as const] : [];
    }),
  );
}

class Meanings {
  readonly #byCode = new Map<string, { items: Map<string, MeantItem>; drawsNothing: string | null }>();

  #at(code: string) {
    const known = this.#byCode.get(plainCode(code)) ?? { items: new Map<string, MeantItem>(), drawsNothing: null };
    this.#byCode.set(plainCode(code), known);
    return known;
  }

  add(code: string, item: MeantItem): void {
    const { items } = this.#at(code);
    if (!items.has(item.key)) items.set(item.key, item);
  }

  addWithout(code: string, title: string): void {
    this.#at(code).drawsNothing ??= title;
  }

  of(code: string): Meaning | null {
    const known = this.#byCode.get(plainCode(code));
    return known ? { items: [...known.items.values()], drawsNothing: known.drawsNothing } : null;
  }
}

/** Stock items that are called so. */
function namedSo(queries: Queries, codes: readonly string[]) {
  const list = sql.join(
    codes.map((code) => sql`${code}`),
    sql`, `,
  );
  // Each of the two has an index of its own.
  return queries.all<{ key: string; title: string }>(
    sql`select key, title from ${stockItems} where key in (${list}) union select key, title from ${stockItems} where archived in (0, 1) and title collate nocase in (${list})`,
  );
}

/** Adds what is sold under the codes that are wanted. */
async function addSold(queries: Queries, at: Date, wanted: ReadonlySet<string>, found: Meanings): Promise<void> {
  const { skuSeparator } = await readShop(queries);
  const starts = new Set([...wanted].flatMap((code) => [code, ...startsOf(code, plainCode(skuSeparator))]));
  const ids = new Set<number>();
  for (const some of inParts([...starts], AT_ONCE))
    for (const { id } of await queries
      .select({ id: productCodes.productId })
      .from(productCodes)
      .where(inArray(productCodes.code, [...some])))
      ids.add(id);
  for (const some of inParts([...ids], AT_ONCE)) {
    const drafts = await queries
      .select({ draft: products.draft })
      .from(products)
      .where(inArray(products.id, [...some]));
    const definitions = drafts.map(({ draft }) => draft);
    const { surroundings } = await readSurroundings(queries, at, definitions);
    await inPieces(definitions, (definition) => addProduct(compile(definition, surroundings), wanted, found));
  }
}

/** What a put-together SKU may begin with: the SKU of the product stands before a separator. */
function startsOf(code: string, separator: string): string[] {
  const ends = [...code].flatMap((_, place) => (place > 0 && code.startsWith(separator, place) ? [place] : []));
  return ends.map((end) => code.slice(0, end));
}

function addProduct(program: Program, wanted: ReadonlySet<string>, found: Meanings): void {
  const { product } = program;
  const add = (code: string | null, items: readonly MeantItem[], title: string) => {
    if (code === null || !wanted.has(plainCode(code))) return;
    for (const item of items) found.add(code, item);
    if (items.length === 0) found.addWithout(code, title);
  };
  const one = (key: string | null | undefined): MeantItem[] => (key ? [{ key, drawn: null }] : []);
  const variants = [...program.variants.values()];
  const ofOptions = program.choices.flatMap(({ effects }) => effects.flatMap(({ draws }) => draws.map(meantBy)));
  // Of a product with variants each of them is meant; what it draws beside is not what it is.
  const own = variants.length > 0 ? variants.flatMap(({ draw }) => one(draw?.stock)) : program.draws.map(meantBy);
  add(product.sku, own.length > 0 ? own : ofOptions, product.title);
  for (const { sku, draw, title } of variants) add(sku, one(draw?.stock), `${product.title}, ${title}`);
  for (const { gtin, stock } of product.variants) add(gtin, one(stock), product.title);
  // What is only a finish has no variant: its option draws what is taken.
  for (const { effects } of program.choices)
    for (const { sku, draws } of effects)
      if (sku !== null && draws.length > 0)
        add(`${product.sku}${program.skuSeparator}${sku}`, draws.map(meantBy), product.title);
}

/** What is drawn by a draw, and how much of it where that is not one. */
function meantBy({ stock, fixed, pieces }: Program['draws'][number]): MeantItem {
  const each = fixed?.times(Exact.of(pieces)) ?? null;
  return { key: stock, drawn: each === null || each.equals(Exact.one) ? null : each.toString() };
}
