import { type Part, type PartCandidate, type PartsPrice, type Product, type SlotChoice } from '../catalog';
import { Exact } from '../number';
import { asListed, type KitTerms, lessAmount, lessPercent, ownKitPrice, SUM_OF_PARTS } from '../pricing';
import { type FaultData, type Path } from '../problems';
import { programAsPart } from './as-part';
import { type Program } from './program';
import { readDecimal, type Scope } from './scope';

/** Kits nest at most so deep: no deeper than selections do. */
export const DEEPEST_KIT = 8;

/** Parts of parts are followed down so far. */
const FOLLOWED = 40;

/** A kit holds at most so many parts, those of its parts counted, and so many pieces altogether. */
const MOST_PARTS = 20_000;
const MOST_PIECES = 10_000_000;

/** A product that a part can be, ready to be resolved as a part: with what is answered of it beforehand. */
export interface CandidateProgram {
  /** slug of the product */
  readonly product: string;
  readonly title: string;
  readonly program: Program;
}

/** A place in a product that is filled with another product. */
export interface ComponentProgram {
  readonly key: string;
  readonly title: string;
  /** whether the manager has named it; else it is called what its first product is called */
  readonly isNamed: boolean;
  readonly optional: boolean;
  /** whether it comes unless somebody says otherwise */
  readonly taken: boolean;
  readonly quantity: { readonly least: number; readonly usual: number; readonly most: number };
  /** those that are there, the usual one first */
  readonly candidates: readonly CandidateProgram[];
  /** whether customers decide anything about it: then it is told apart by the item's key */
  readonly varies: boolean;
  /** whether what is there of stock decides what is offered in it: else it comes to the same before any shelves */
  readonly looksAtStock: boolean;
  /** whether what they decide can change its SKU */
  readonly inSku: boolean;
  /** whether it is a slot, in which there may be several entries */
  readonly isSlot: boolean;
}

/** A slot, ready to be filled: a component of which there may be several entries. */
export interface SlotProgram {
  /** position of the choice that it is */
  readonly choice: number;
  readonly component: ComponentProgram;
  readonly least: number;
  readonly most: number;
  readonly keepsOrder: boolean;
  /** by position of the option, its candidate; null for one that is not there */
  readonly byOption: readonly (CandidateProgram | null)[];
}

/** What a part is called: as the manager has named it, else what was taken. */
export const calledAs = (
  { isNamed, title }: Pick<ComponentProgram, 'isNamed' | 'title'>,
  candidate: Pick<CandidateProgram, 'title'>,
): string => (isNamed ? title : candidate.title);

/** What a product is put together from. */
export interface KitProgram {
  readonly components: readonly ComponentProgram[];
  /** in the order of the page, which is that of building */
  readonly slots: readonly SlotProgram[];
  /** positions of the components in the order of their keys, for the item's key */
  readonly keyOrder: readonly number[];
  /** what its parts cost together */
  readonly terms: KitTerms;
  /** how many parts one has at most, those of its parts counted, how many pieces, and how deep they nest */
  readonly size: { readonly parts: number; readonly pieces: number; readonly depth: number };
}

/** Every place of a product that is filled with another: its parts, then its slots. */
export const placesOf = (kit: Pick<KitProgram, 'components' | 'slots'> | null): ComponentProgram[] =>
  kit ? [...kit.components, ...kit.slots.map(({ component }) => component)] : [];

/**
 * The parts of a product. One that is not there, leads back, or is too much is reported and left out.
 *
 * @param isListed whether a price list names a price for it
 * @param compile  makes a product ready as a part of this one
 */
export function compileKit(scope: Scope, isListed: boolean, compile: Compile): KitProgram | null {
  const { product, report } = scope;
  const hasSlots = product.choices.some(({ kind }) => kind === 'slot');
  if (product.parts.length === 0 && !hasSlots) return null;
  checkKeys(product, report);
  const size: Size = { parts: 0, pieces: 0, depth: 1 };
  const components = product.parts.map((part, index) => compilePart(part, ['parts', index], size, scope, compile));
  const slots = product.choices.flatMap((choice, index) =>
    choice.kind === 'slot' ? [compileSlot(choice, index, scope, size, compile)] : [],
  );
  const tooMany: FaultData | null =
    size.parts > MOST_PARTS
      ? { code: 'kitTooLarge', what: 'parts', most: MOST_PARTS }
      : size.pieces > MOST_PIECES
        ? { code: 'kitTooLarge', what: 'pieces', most: MOST_PIECES }
        : null;
  if (tooMany) report(['parts'], tooMany);
  return {
    components: tooMany ? [] : components,
    slots,
    keyOrder: tooMany
      ? []
      : components
          .map((_, index) => index)
          .sort((a, b) => ((components[a]?.key ?? '') < (components[b]?.key ?? '') ? -1 : 1)),
    terms: asListed(termsOf(product.partsPrice, ['partsPrice'], report), isListed),
    size,
  };
}

/** How many parts and pieces there are so far, and how deep they nest. */
type Size = { -readonly [Key in keyof KitProgram['size']]: number };

type Compile = (product: Product) => Program;

/** Counts what stands in a place, as often as it can come. */
function addTo(size: Size, candidates: readonly CandidateProgram[], times: number, pieces: number): void {
  size.parts += times * (1 + Math.max(0, ...candidates.map(({ program }) => program.kit?.size.parts ?? 0)));
  size.pieces += pieces * Math.max(1, ...candidates.map(({ program }) => program.kit?.size.pieces ?? 1));
  size.depth = Math.max(size.depth, ...candidates.map(({ program }) => 1 + (program.kit?.size.depth ?? 0)));
}

/** A part with the products that it can be; one that is not there is reported and left out. */
function compilePart(part: Part, path: Path, size: Size, scope: Scope, compile: Compile): ComponentProgram {
  const quantity = quantityOf(part, path, scope);
  const candidates = part.candidates.flatMap((candidate, place) => {
    const at = [...path, 'candidates', place];
    return (
      compileCandidate({ title: part.title, candidate, path: at, settled: at }, quantity.usual, scope, compile) ?? []
    );
  });
  checkCandidates(part, path, scope);
  addTo(size, candidates, 1, quantity.most);
  const isOneOf = part.optional || quantity.least !== quantity.most || candidates.length > 1;
  return {
    key: part.key,
    title: part.title || (candidates[0]?.title ?? part.key),
    isNamed: part.title !== '',
    optional: part.optional,
    taken: part.taken,
    quantity,
    candidates,
    varies: isOneOf || candidates.some(({ program }) => isOpen(program)),
    looksAtStock: candidates.some(({ program }) => looksAtStock(program)),
    inSku: isOneOf || candidates.some(({ program }) => changesSku(program)),
    isSlot: false,
  };
}

/** A part is one of several products, each once. */
function checkCandidates({ candidates, title }: Part, path: Path, { report }: Scope): void {
  const first = (slug: string) => candidates.findIndex(({ product }) => product === slug);
  const twice = candidates.findIndex(({ product }, place) => product !== '' && first(product) < place);
  if (twice >= 0)
    report([...path, 'candidates', twice, 'product'], {
      code: 'duplicateKey',
      key: candidates[twice]?.product ?? '',
      what: 'product',
    });
  if (candidates.length === 0) report([...path, 'candidates'], { code: 'partMissing', title });
}

/** A slot with its candidates; one that is not there is reported, and can't be put in. */
function compileSlot(choice: SlotChoice, index: number, scope: Scope, size: Size, compile: Compile): SlotProgram {
  const { key, title, least, most, keepsOrder, settled, options } = choice;
  const byOption = options.map(({ key: slug }, place) =>
    compileCandidate(
      {
        title,
        candidate: { product: slug, ...settledOf(settled, slug) },
        path: ['choices', index, 'options', place],
        settled: ['choices', index, 'settled', slug],
      },
      1,
      scope,
      compile,
    ),
  );
  const candidates = byOption.filter((candidate) => candidate !== null);
  addTo(size, candidates, most, most);
  return {
    choice: index,
    component: {
      key,
      title,
      isNamed: true,
      optional: !choice.required,
      taken: false,
      isSlot: true,
      quantity: { least: 1, usual: 1, most },
      candidates,
      varies: true,
      looksAtStock: true,
      inSku: true,
    },
    least,
    most,
    keepsOrder,
    byOption,
  };
}

function settledOf(settled: SlotChoice['settled'], slug: string): Pick<PartCandidate, 'fixed' | 'narrowed'> {
  return (Object.hasOwn(settled, slug) && settled[slug]) || { fixed: {}, narrowed: {} };
}

/** Parts and choices are told apart by their keys, in selections and in formulas. */
function checkKeys({ parts, choices }: Product, report: Scope['report']): void {
  const taken = new Set(choices.map(({ key }) => key));
  parts.forEach(({ key }, index) => {
    if (taken.has(key)) report(['parts', index, 'key'], { code: 'duplicateKey', key, what: 'part' });
    taken.add(key);
  });
}

function quantityOf(
  { quantity, title, key }: Part,
  path: Path,
  { product, report }: Scope,
): ComponentProgram['quantity'] {
  const { least, usual, most } = quantity;
  if (product.onlyWholeKits) return { least: usual, usual, most: usual };
  if (least <= usual && usual <= most) return quantity;
  report([...path, 'quantity'], { code: 'partQuantities', title: title || key, least, usual, most });
  return { least: usual, usual, most: usual };
}

/** A product that can stand in a place, and where that is said. */
interface Offered {
  /** of the place */
  readonly title: string;
  readonly candidate: PartCandidate;
  readonly path: Path;
  /** where it stands what is settled of it */
  readonly settled: Path;
}

function compileCandidate(
  { title, candidate, path, settled }: Offered,
  usual: number,
  { surroundings, report, way, product: { slug: own } }: Scope,
  compile: Compile,
): CandidateProgram | null {
  if (candidate.product === '') {
    report([...path, 'product'], { code: 'partMissing', title });
    return null;
  }
  const product = surroundings.products.get(candidate.product);
  // Itself is a circle, whether or not it is in the shop.
  if (way.includes(candidate.product) || candidate.product === own) {
    report([...path, 'product'], { code: 'addOnCycle', way: [...way, candidate.product].join(' → ') });
    return null;
  }
  if (!product) {
    report([...path, 'product'], { code: 'partUnknown', product: candidate.product, title });
    return null;
  }
  // What leads on and on is not followed to its end.
  const plain = way.length < FOLLOWED ? compile(product) : null;
  if (!plain || (plain.kit?.size.depth ?? 0) >= DEEPEST_KIT) {
    report([...path, 'product'], { code: 'kitTooDeep', most: DEEPEST_KIT, product: product.title });
    return null;
  }
  const [fault] = plain.blocking;
  if (fault) report([...path, 'product'], { code: 'partFaulty', product: product.title, first: fault.data });
  const program = programAsPart(plain, candidate, usual, (place, data) => report([...settled, ...place], data));
  return { product: product.slug, title: product.title, program };
}

/** Whether anything of a product is left to customers. */
function isOpen({ choices, fixed, kit }: Program): boolean {
  return (
    choices.some(({ asks, key }) => asks && !Object.hasOwn(fixed, key)) ||
    (kit?.components.some(({ varies }) => varies) ?? false)
  );
}

/**
 * Whether what is there of stock decides which options a product offers; whether it is enough is asked of everything
 * together.
 */
const looksAtStock = ({ supplySteps }: Program): boolean =>
  supplySteps.some((step) => {
    switch (step.kind) {
      case 'choice':
      case 'variant':
      case 'along':
        return true;
      case 'inside':
        return step.kit.slots.length > 0 || step.kit.components.some((component) => component.looksAtStock);
      case 'product':
      case 'formula':
      case 'work':
      case 'rule':
        return false;
    }
  });

/** Whether what is left to customers can change a product's SKU. */
export function changesSku({ choices, fixed, kit, skuChoices, stocked }: Program): boolean {
  const open = (index: number) => !Object.hasOwn(fixed, choices[index]?.key ?? '');
  return (
    skuChoices.some(open) ||
    stocked.some(open) ||
    (kit?.components.some(({ inSku }) => inSku) ?? false) ||
    (kit?.slots.some(({ choice }) => open(choice)) ?? false)
  );
}

function termsOf(price: PartsPrice, path: Path, report: Scope['report']): KitTerms {
  switch (price.kind) {
    case 'sum':
      return SUM_OF_PARTS;
    case 'own':
      return ownKitPrice(price.extras, price.cheaperLess);
    case 'lessAmount': {
      const amount = readDecimal(price.amount, [...path, 'amount'], report) ?? Exact.zero;
      if (amount.sign() < 0) report([...path, 'amount'], { code: 'negative', figure: 'takenOff' });
      return lessAmount(amount);
    }
    case 'lessPercent': {
      const percent = readDecimal(price.percent, [...path, 'percent'], report) ?? Exact.zero;
      if (percent.sign() < 0) report([...path, 'percent'], { code: 'negative', figure: 'takenOff' });
      else if (percent.isMore(Exact.of(100))) report([...path, 'percent'], { code: 'percentBelowNothing' });
      return lessPercent(percent);
    }
  }
}
