import { SOME_DAY } from '../calendar';
import {
  type CatalogSurroundings,
  draftsAlong,
  hasOptions,
  isStocked,
  type Option,
  type Product,
  SKU_PATTERN,
  variantTitle,
} from '../catalog';
import { asksQuantity, countsOf } from '../analysis';
import { type CandidateProgram, type ComponentProgram, type KitProgram } from '../compile';
import { compile } from '../compile/compile';
import { type Program } from '../compile/program';
import { Exact } from '../number';
import { type Amount } from '../pricing';
import { type Fault, faultAt, type FaultData, type Path, type Problem, problemClass } from '../problems';
import { resolve, runFor, resolveAddOn, stockOf } from '../run';
import { type StockView } from '../stock';
import { isBlank } from '../text';
import { askedTwice } from './asked-twice';

/**
 * Everything that still keeps a product from being published or sold, what must be mended first; but for what can only
 * be told by searching its selections (`analysisFaults`, `moreForLessFaults`), and what its colours look like.
 *
 * @param stock what there is of stock; null leaves out what depends on stock
 * @param program the compiled product, where there is one already
 */
export function readiness(
  definition: Product,
  surroundings: CatalogSurroundings,
  stock: StockView | null,
  program: Program = compile(definition, surroundings),
): Fault[] {
  const found: Fault[] = [];
  const { product } = program;
  const add = (path: Path, data: FaultData) => found.push(faultAt(program.placeOf(path), data));

  if (isBlank(product.title)) add(['title'], { code: 'titleMissing', what: { kind: 'product' } });
  if (product.sku.trim() === '') add(['sku'], { code: 'skuMissing' });
  else if (!SKU_PATTERN.test(product.sku)) add(['sku'], { code: 'badSku', given: product.sku });
  const pricedByVariants = product.variants.length > 0 && product.variants.every(({ price }) => price !== null);
  const pricedByParts = program.kit !== null && !program.kit.terms.isOwn;
  if (product.price === null && !pricedByVariants && !pricedByParts && program.baseFormula === null)
    add(['price'], { code: 'priceMissing' });
  // What stands in no list needs no place in one.
  if (product.soldWhere === 'shop' && !product.category?.trim()) add(['category'], { code: 'categoryMissing' });
  // What a kit takes from stock, its parts do; and of a formula nobody can tell whether it comes to nothing.
  if (!program.supplySteps.some(({ kind }) => kind === 'inside' || kind === 'formula')) drawFaults(product, add);
  found.push(...program.faults);
  if (product.pictures.length === 0 && product.views.length === 0) add(['pictures'], { code: 'pictureMissing' });
  const unready = draftFaults(program, surroundings, add);
  addOnFaults(program, unready, add);
  partFaults(program, unready, add);
  preparedFaults(program, add);
  if (stock) stockFaults(program, stock, add);
  paidDefaultFaults(product, add);
  for (const { index, title, other } of askedTwice(program))
    add(['choices', index], { code: 'askedTwice', title, other });

  return found.sort((a, b) => Number(a.gravity === 'canWait') - Number(b.gravity === 'canWait'));
}

type Add = (path: Path, data: FaultData) => void;

/** Every sellable selection must take something from stock: by the product, its variants, or a required choice. */
function drawFaults(product: Product, add: Add): void {
  if (product.notCounted !== null || product.draws.length > 0) return;
  if (product.choices.some(isStocked)) {
    product.variants.forEach((variant, index) => {
      if (variant.stock !== null || isMadeToOrder(product, variant.options)) return;
      add(['variants', index, 'stock'], { code: 'drawsNothing', when: variantTitle(product, variant.options) });
    });
    return;
  }
  const typed = product.choices.some(
    (choice) => 'amount' in choice && choice.required && choice.kind !== 'yesNo' && choice.draws.length > 0,
  );
  if (typed) return;
  const lists = product.choices.filter(hasOptions).filter((choice) => choice.options.some(isSettled));
  if (lists.length === 0) return add(['draws'], { code: 'drawsNothing', when: null });
  const complete = lists.some((choice) => choice.required && choice.options.every(isSettled));
  if (complete) return;
  const [choice] = lists;
  if (!choice) return;
  const at = product.choices.indexOf(choice);
  if (!choice.required) return add(['draws'], { code: 'drawsNothing', when: `Leaving out ${choice.title}` });
  choice.options.forEach((option, index) => {
    if (!isSettled(option))
      add(['choices', at, 'options', index, 'draws'], {
        code: 'drawsNothing',
        when: `${choice.title}: ${option.title}`,
      });
  });
}

/** Whether it is said what an option takes, or that it takes nothing. */
const isSettled = ({ draws, notCounted }: Option) => draws.length > 0 || notCounted !== null;

/** Whether a combination has an option that is not counted. */
function isMadeToOrder({ choices }: Product, options: Readonly<Record<string, string>>): boolean {
  return choices.some(
    (choice) =>
      isStocked(choice) &&
      choice.options.some(({ key, notCounted }) => notCounted !== null && key === options[choice.key]),
  );
}

function stockFaults(program: Program, stock: StockView, add: Add): void {
  for (const { key, title, path } of stockOf(program).values()) {
    const available = stock.available(key) ?? Exact.zero;
    if (available !== 'plenty' && available.sign() <= 0) add(path, { code: 'outOfStock', item: title });
  }
}

/**
 * What can't be taken along as it stands; and two parts of one SKU, which would make items that nobody could tell
 * apart.
 */
function addOnFaults({ addOns }: Program, unready: ReadonlySet<string>, add: Add): void {
  const owners = new Map<string, string>();
  for (const part of addOns) {
    const path = ['choices', part.choice, 'product'];
    const { resolution, price } = resolveAddOn(part, runFor({ today: SOME_DAY }));
    const [first] = resolution.problems;
    if (!price && first && !unready.has(part.program.product.slug))
      add(path, { code: 'addOnUnresolved', product: part.program.title, first: first.data });
    if (!price) continue;
    const { sku } = resolution.item;
    const owner = owners.get(sku);
    if (owner !== undefined) add(path, { code: 'skuClash', sku, first: owner, second: part.title });
    owners.set(sku, owner ?? part.title);
  }
}

/** Parts of which what is settled beforehand is refused; and what a kit says that its parts say already. */
function partFaults({ kit, product }: Program, unready: ReadonlySet<string>, add: Add): void {
  if (!kit) return;
  if (product.wasPrice !== null) add(['wasPrice'], { code: 'wasPriceOfKit' });
  const look = (candidate: CandidateProgram, at: Path, quantity: ComponentProgram['quantity']): void => {
    if (unready.has(candidate.product)) return;
    const usual = unresolved(candidate, quantity.usual);
    if (usual) return add(at, { code: 'partUnresolved', product: candidate.title, first: usual.data });
    // What can come in one number may not come in another.
    if (!asksQuantity(candidate.program)) return;
    for (const count of countsOf(quantity)) {
      const first = unresolved(candidate, count);
      if (first) return add(at, { code: 'partNumberRefused', product: candidate.title, count, first: first.data });
    }
  };
  for (const { candidate, path, quantity } of partsWithin(kit, product)) look(candidate, path, quantity);
  for (const slot of kit.slots) {
    const { choice, byOption, component } = slot;
    if (byOption.length === 0) add(['choices', choice, 'options'], { code: 'slotEmpty', title: component.title });
    for (const { candidate, path, quantity } of entriesWithin(slot)) look(candidate, path, quantity);
  }
}

/** A product that can be a part or stand in a slot, where the definition says so, and in which numbers. */
interface Within {
  readonly candidate: CandidateProgram;
  readonly path: Path;
  readonly quantity: ComponentProgram['quantity'];
}

const partsWithin = ({ components }: KitProgram, { parts }: Pick<Product, 'parts'>): Within[] =>
  components.flatMap(({ candidates, quantity }, index) =>
    candidates.map((candidate) => {
      const place = parts[index]?.candidates.findIndex((one) => one.product === candidate.product) ?? 0;
      return { candidate, path: ['parts', index, 'candidates', place], quantity };
    }),
  );

const entriesWithin = ({ choice, byOption, most }: KitProgram['slots'][number]): Within[] =>
  byOption.flatMap((candidate, option) =>
    candidate
      ? { candidate, path: ['choices', choice, 'options', option], quantity: { least: 1, usual: 1, most } }
      : [],
  );

/**
 * Products within that are not in the shop yet, each where it first is: they are published along, or can't be.
 *
 * @returns addresses of those of which it is told here what is to be fixed first
 */
function draftFaults(program: Program, surroundings: CatalogSurroundings, add: Add): ReadonlySet<string> {
  const { products, drafts } = surroundings;
  const unready = new Set<string>();
  if (!drafts || drafts.size === 0) return unready;
  const told = new Set<string>();
  const look = ({ product: { slug }, blocking }: Program, path: Path): void => {
    const part = products.get(slug);
    // What keeps it from being sold at all is told of the place where it stands.
    if (!part || blocking.length > 0) return;
    for (const draft of [...draftsAlong(part, surroundings), ...(drafts.has(slug) ? [part] : [])]) {
      const first = keeping(draft, surroundings);
      if (first) unready.add(slug);
      if (told.has(draft.slug)) continue;
      told.add(draft.slug);
      if (first) add(path, { code: 'partNotReady', product: draft.title, first });
      else add(path, { code: 'partNotInShop', product: draft.title });
    }
  };
  for (const { choice, program: along } of program.addOns) look(along, ['choices', choice, 'product']);
  const { kit } = program;
  const within = kit ? [...partsWithin(kit, program.product), ...kit.slots.flatMap(entriesWithin)] : [];
  for (const { candidate, path } of within) look(candidate.program, [...path, 'product']);
  return unready;
}

/** The first that keeps a draft from being published; what something within it lacks is told of that. */
function keeping(draft: Product, surroundings: CatalogSurroundings): FaultData | null {
  const known = kept.get(surroundings) ?? new Map<Product, FaultData | null>();
  kept.set(surroundings, known);
  const told = known.get(draft);
  if (told !== undefined) return told;
  const first = readiness(draft, surroundings, null).find(
    ({ gravity, code }) => gravity === 'mustFix' && code !== 'partNotReady',
  );
  known.set(draft, first?.data ?? null);
  return first?.data ?? null;
}

/** Surroundings and definitions are never changed in place; what is typed elsewhere leaves them as they are. */
const kept = new WeakMap<CatalogSurroundings, Map<Product, FaultData | null>>();

/** What keeps so many of a candidate from standing in a kit as they are; undefined for nothing. */
function unresolved({ program }: CandidateProgram, quantity: number): Problem | undefined {
  // What keeps it from being sold at all has been told.
  if (program.blocking.length > 0) return undefined;
  // What is left to customers is still to be answered; everything else is wrong as it stands.
  const { problems } = resolve(program, { answers: {}, quantity }, { stock: null, ofWhole: true, today: SOME_DAY });
  const isSettled = ({ where }: Problem) =>
    where.at === 'choice' && where.part.length === 0 && Object.hasOwn(program.fixed, where.choice);
  return problems.find(
    (found) => problemClass(found.code) === 'invalid' || (found.code === 'answerMissing' && isSettled(found)),
  );
}

/** Prepared builds that nobody could buy as they are, whatever is there of stock. */
function preparedFaults(program: Program, add: Add): void {
  if (program.blocking.length > 0) return;
  program.product.prepared.forEach(({ title, answers, parts }, index) => {
    if (isBlank(title)) add(['prepared', index, 'title'], { code: 'titleMissing', what: { kind: 'prepared' } });
    const [first] = resolve(program, { answers, parts }, { stock: null, today: SOME_DAY }).problems;
    if (first) add(['prepared', index], { code: 'preparedRefused', title, first: first.data });
  });
}

/** An optional choice that begins with a paid option: saying no would make the price other than it was first shown. */
function paidDefaultFaults(product: Product, add: Add): void {
  product.choices.forEach((choice, index) => {
    if (choice.required) return;
    const costs = (amount: Amount | null) => (amount && Exact.parse(amount.value)?.sign()) === 1;
    const begins = hasOptions(choice)
      ? choice.options.some(
          ({ key, amount }) =>
            costs(amount) && (choice.kind === 'several' ? choice.default.includes(key) : choice.default === key),
        )
      : choice.kind === 'addOn'
        ? choice.default === true
        : 'amount' in choice &&
          'default' in choice &&
          choice.default !== null &&
          choice.default !== false &&
          costs(choice.amount);
    if (begins) add(['choices', index, 'default'], { code: 'paidDefault', title: choice.title });
  });
}
