'use client';

import { createContext, type ReactNode, useContext } from 'react';
import { type CatalogSurroundings, type JoinCondition, type Product, type Shop } from '@/core/catalog';
import { type Program } from '@/core/compile';
import { type Fault, type Path } from '@/core/problems';
import { faultWords } from '@/core/words';
import { type PublishedDraft } from '@/features/kit/drafts';
import { type StockView } from '@/features/kit/selection';

/** What every part of an editor of choices works with, be it that of a product or of a sheet. */
export interface Editing {
  /** null in the editor of a sheet */
  readonly productId: number | null;
  /** the product as it is edited; of a sheet, a product that has its choices and nothing else */
  readonly product: Product;
  readonly program: Program;
  /** the product with the choices of its sheets in place: what the program was compiled from */
  readonly assembled: Product;
  readonly shop: Shop;
  readonly surroundings: CatalogSurroundings;
  /** stock items that it refers to */
  readonly stock: readonly StockView[];
  readonly findings: readonly Fault[];
  readonly suggestions: {
    readonly categories: readonly string[];
    readonly suppliers: readonly string[];
    readonly tags: readonly string[];
  };
  change(tag: string, recipe: (draft: Product) => void): void;
  goTo(place: Place): void;
  /** fetches what is known of stock items anew, and further ones. @returns all of them */
  reloadStock(further?: readonly string[]): Promise<readonly StockView[]>;
  /** fetches what compiling needs of a product that begins to be taken along. @returns it, if it is there */
  bringAlong(slug: string): Promise<Product | undefined>;
  /** fetches anew what is not in the shop yet of what is taken along */
  reloadDrafts(): Promise<void>;
  /** fetches the products that join a slot by its conditions */
  bringJoining(joins: readonly JoinCondition[]): Promise<void>;
}

/** What of the product is in the shop; nulls while nothing is. */
export interface Published extends PublishedDraft<Product> {
  /** its address in the shop; null while it is in none */
  readonly slug: string | null;
}

/** The parts of a product or sheet that the outline lists. */
export type Place =
  | 'basics'
  | 'pictures'
  | 'views'
  | 'price'
  | 'choices'
  | `choice:${string}`
  | `sheet:${string}`
  | 'parts'
  | 'properties'
  | 'fits'
  | 'prepared'
  | 'made-of'
  | 'variants'
  | 'formulas'
  | 'rules'
  | 'proofs'
  | 'selections'
  | 'quantity'
  | 'breaks'
  | 'stock'
  | 'shelf'
  | 'history'
  | 'places'
  | 'uses';

const EditingContext = createContext<Editing | null>(null);

export function EditingProvider({ value, children }: { value: Editing; children: ReactNode }) {
  return <EditingContext.Provider value={value}>{children}</EditingContext.Provider>;
}

export function useEditing(): Editing {
  const editing = useContext(EditingContext);
  if (!editing) throw new Error('used outside an editor');
  return editing;
}

const nameOf = (path: Path) => path.join('/');

/** Whether something is wrong with what stands there: that it comes into the shop with the whole is only told. */
export const isWrong = ({ code }: Pick<Fault, 'code'>): boolean => code !== 'partNotInShop';

/** The first fault at each place, by list of findings: hundreds of fields ask for theirs whenever something changes. */
const byPlace = new WeakMap<readonly Fault[], ReadonlyMap<string, Fault>>();

function faultsByPlace(findings: readonly Fault[]): ReadonlyMap<string, Fault> {
  const known = byPlace.get(findings);
  if (known) return known;
  const made = new Map(
    findings
      .filter(isWrong)
      .toReversed()
      .map((fault) => [nameOf(fault.path), fault]),
  );
  byPlace.set(findings, made);
  return made;
}

/** @returns what is wrong at exactly a place within this one of the definition, in words */
export function useFaultsAt(...path: Path): (...place: Path) => string | undefined {
  const faults = faultsByPlace(useEditing().findings);
  return (...place) => {
    const found = faults.get(nameOf([...path, ...place]));
    return found && faultWords(found.data);
  };
}

/** @returns what is wrong at exactly this place of the definition, in words */
export function useFaultAt(...path: Path): string | undefined {
  return useFaultsAt(...path)();
}

/** Where in the editor each field of a product is; one that is forgotten does not compile. */
const PLACES: { readonly [Field in keyof Product]: Place } = {
  slug: 'basics',
  title: 'basics',
  sku: 'basics',
  summary: 'basics',
  description: 'basics',
  pictures: 'pictures',
  views: 'views',
  listedBy: 'views',
  price: 'price',
  wasPrice: 'price',
  breaks: 'breaks',
  marginFloor: 'price',
  soldBy: 'price',
  weight: 'price',
  contents: 'price',
  taxClass: 'price',
  category: 'shelf',
  supplier: 'shelf',
  tags: 'shelf',
  soldWhere: 'shelf',
  forCustomers: 'shelf',
  buyWord: 'shelf',
  quantity: 'quantity',
  quantityByGroup: 'quantity',
  choices: 'choices',
  sheets: 'choices',
  variants: 'variants',
  parts: 'parts',
  partsPrice: 'parts',
  onlyWholeKits: 'parts',
  properties: 'properties',
  fits: 'fits',
  prepared: 'prepared',
  draws: 'stock',
  notCounted: 'stock',
  capacity: 'stock',
  formulas: 'formulas',
  rates: 'formulas',
  rules: 'rules',
  tables: 'rules',
  proofs: 'proofs',
};

const isField = (field: unknown): field is keyof Product => typeof field === 'string' && Object.hasOwn(PLACES, field);

/** The part of the editor where a fault can be mended. */
export function placeOf(path: Path, product: Product): Place {
  const [first, second] = path;
  if (path.includes('breaks')) return 'breaks';
  if (path.includes('quantity') && (first === 'variants' || first === 'choices')) return 'quantity';
  const choice = first === 'choices' && typeof second === 'number' ? product.choices[second] : undefined;
  if (choice) return `choice:${choice.key}`;
  if (first === 'sheets' && typeof second === 'string') return `sheet:${second}`;
  return isField(first) ? PLACES[first] : 'basics';
}
