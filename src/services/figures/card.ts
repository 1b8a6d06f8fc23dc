import { createHash } from 'node:crypto';
import { asksGroup, asksToday, oneSold, sellableRange } from '../../core/analysis';
import { type Trait, traitsOf } from '../../core/browsing';
import {
  type CatalogSurroundings,
  type KnownPriceList,
  placementsOf,
  type Product,
  referencesOf,
  refersToProduct,
} from '../../core/catalog';
import { compile, type Program, withAllWithin } from '../../core/compile';
import { readiness } from '../../core/judge';
import { listAlone, listsOf, pricedFor, saysAnything } from '../../core/price-lists';
import { Exact } from '../../core/number';
import { compose, type Drawing, listedView } from '../../core/picture';
import { sortKey } from '../../core/text';
import { type CostOf, saysCost, soldOutClauses, stockOf } from '../../core/run';
import { facetWords, priceWords } from '../../core/words';
import { type ProductCard } from '../../data/cards';

/**
 * A product with all that are its parts or are taken along, at any depth, and the sheets that are placed on any of
 * them.
 */
function everythingOf(
  definition: Product,
  { products: known, sheets: book }: CatalogSurroundings,
): { products: readonly Product[]; sheets: readonly string[] } {
  const products = new Set([definition]);
  const sheets = new Set<string>();
  // What is added while it is gone through is gone through, too.
  for (const product of products) {
    const placed = placementsOf(product, book.values()).map(({ key }) => key);
    placed.forEach((key) => sheets.add(key));
    const references = [product, ...placed.flatMap((key) => book.get(key) ?? [])].map(referencesOf);
    for (const part of known.values()) if (references.some((one) => refersToProduct(one, part))) products.add(part);
  }
  return { products: [...products], sheets: [...sheets] };
}

/** What the prices of groups follow from. */
interface Around {
  readonly surroundings: CatalogSurroundings;
  readonly today: string;
  /** those that say something of the product, or of anything within it */
  readonly lists: readonly KnownPriceList[];
  /** whether it asks of which group a customer is */
  readonly asks: boolean;
}

const NO_COSTS: CostOf = () => null;

/** One that is sold as its page begins: what it costs, and what supplying it takes. */
function oneOf(program: Program, today: string): ProductCard['one'] {
  const sold = oneSold(program, today, NO_COSTS);
  if (!sold?.unitPrice) return null;
  return {
    price: sold.unitPrice.toString(),
    work: (sold.cost?.work ?? Exact.zero).toString(),
    unsaid: withAllWithin(program).some((one) => !saysCost(one)),
    draws: sold.draws.map(({ stock, perItem }) => ({ stock, quantity: perItem.value.toString() })),
  };
}

/** Lists that say something of a product, or of anything within it. */
const listsAbout = (products: readonly Product[], { priceLists }: CatalogSurroundings): readonly KnownPriceList[] =>
  priceLists.filter((list) => {
    const alone = listAlone(list, priceLists);
    return products.some((product) => saysAnything(alone, product));
  });

/** What a product costs customers of groups that pay something else than everybody, in words and at least. */
function groupPrices(
  definition: Product,
  { surroundings, today, lists, asks }: Around,
  usual: string | null,
): { group: string; words: string; from: number | null }[] {
  const isOwn = (all: readonly KnownPriceList[], key: string) =>
    listsOf(all, key, today).some(({ groups }) => groups.length > 0);
  return surroundings.shop.groups.flatMap(({ key }) => {
    // Where no list of theirs says anything of it, they pay what everybody does: unless it asks who they are.
    if (!isOwn(asks ? surroundings.priceLists : lists, key)) return [];
    const program = compile(definition, pricedFor(surroundings, key, today));
    const words = priceWords(program, today);
    return words !== null && words !== usual ? [{ group: key, words, from: priceFrom(program, today) }] : [];
  });
}

const priceFrom = (program: Program, today: string): number | null =>
  sellableRange(program, today)?.from.toApproximateNumber() ?? null;

/** What is looked for beside the words of a list: what everybody can have it as, and its SKU where that is told. */
function wordsBeside({ product: { sku, forCustomers } }: Program, traits: readonly Trait[]): string {
  const said = traits.flatMap(({ name, value, groups }) => (groups.length === 0 ? [name, value] : []));
  return [...new Set([...(forCustomers.sku ? [sku] : []), ...said])].join(' ');
}

const NO_FACES: Drawing = { lettering: () => null, file: () => null };

/** What the first view of a product shows as its page begins, where that stands for it in lists. */
function lookOf(definition: Product, program: Program, today: string): ProductCard['look'] {
  const listed = listedView(definition, program, today);
  const scene = listed && compose(program, listed.seen, NO_FACES, listed.view.key);
  if (!scene) return null;
  const of = createHash('sha256').update(JSON.stringify(scene)).digest('hex').slice(0, 12);
  return { of, alt: scene.alt.slice(0, LONGEST_ALT) };
}

/** So much of what is seen is read to those who listen to a list. */
const LONGEST_ALT = 200;

/** Works out what lists say of a product. */
export function cardOf(definition: Product, surroundings: CatalogSurroundings, today: string): ProductCard {
  const program = compile(definition, surroundings);
  const priced = pricedFor(surroundings, null, today);
  const now = priced === surroundings ? program : compile(definition, priced);
  const price = priceWords(now, today);
  const { products, sheets } = everythingOf(definition, surroundings);
  const lists = listsAbout(products, surroundings);
  const own = groupPrices(definition, { surroundings, today, lists, asks: asksGroup(program) }, price);
  const traits = traitsOf(program);
  const { slug, title, sku, summary, pictures, category, supplier, tags } = definition;
  const refers = [...products, ...sheets.flatMap((key) => surroundings.sheets.get(key) ?? [])].map(referencesOf);
  const all = (what: 'stock' | 'swatches' | 'products') => [
    ...new Set(refers.flatMap((references) => [...references[what]])),
  ];
  return {
    slug,
    title,
    titleKey: sortKey(title),
    sku,
    summary,
    category,
    supplier,
    tags,
    picture: pictures[0] ?? null,
    look: lookOf(definition, now, today),
    facets: facetWords(program.product),
    isKit: program.kit !== null,
    soldWhere: program.product.soldWhere,
    price,
    one: oneOf(now, today),
    marginFloor: definition.marginFloor,
    taxClass: definition.taxClass,
    groupPrices: Object.fromEntries(own.map(({ group, words }) => [group, words])),
    groupPricesFrom: Object.fromEntries(own.flatMap(({ group, from }) => (from === null ? [] : [[group, from]]))),
    traits,
    words: wordsBeside(program, traits),
    day: asksToday(program) || lists.some(({ from, until }) => from !== null || until !== null) ? today : null,
    priceFrom: priceFrom(now, today),
    draws: [...stockOf(program, { today }).values()].map((drawn) => ({ key: drawn.key, along: drawn.along })),
    mustFix: readiness(definition, surroundings, null, program).filter(({ gravity }) => gravity === 'mustFix').length,
    soldOutWhile: soldOutClauses(program),
    refersTo: {
      stock: all('stock'),
      swatches: all('swatches'),
      sheets: [...new Set([...sheets, ...definition.sheets.map(({ key }) => key)])],
      products: [
        ...new Set([...all('products'), ...products.filter((one) => one !== definition).map((one) => one.slug)]),
      ],
      joins: refers.flatMap((references) => references.joins),
    },
    placements: definition.sheets.map(({ key, by, leftOut }) => ({ key, by, leftOut })),
  };
}
