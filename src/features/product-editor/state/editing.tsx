'use client';

import { createContext, type ReactNode, useContext } from 'react';
import { type Fault, type Path, type Product, type Shop } from '@/core/catalog';
import { type StockView } from '@/features/selection/use-selection';

/** What every part of the editor works with. */
export interface Editing {
  readonly productId: number;
  readonly product: Product;
  readonly shop: Shop;
  readonly stock: readonly StockView[];
  readonly findings: readonly Fault[];
  readonly suggestions: { readonly categories: readonly string[]; readonly suppliers: readonly string[]; readonly tags: readonly string[] };
  change(tag: string, recipe: (draft: Product) => void): void;
  goTo(place: Place): void;
  reloadStock(): Promise<void>;
}

/** What of the product is in the shop; nulls while nothing is. */
export interface Published {
  readonly revision: number | null;
  readonly version: number | null;
  readonly slug: string | null;
}

/** The parts of a product that the outline lists. */
export type Place = 'basics' | 'pictures' | 'price' | 'choices' | `choice:${string}` | 'quantity' | 'stock' | 'shelf' | 'history';

const EditingContext = createContext<Editing | null>(null);

export function EditingProvider({ value, children }: { value: Editing; children: ReactNode }) {
  return <EditingContext.Provider value={value}>{children}</EditingContext.Provider>;
}

export function useEditing(): Editing {
  const editing = useContext(EditingContext);
  if (!editing) throw new Error('used outside the product editor');
  return editing;
}

/** @returns what is wrong at exactly this place of the definition, in words */
export function useFaultAt(...path: Path): string | undefined {
  const { findings } = useEditing();
  const name = path.join('/');
  return findings.find((fault) => fault.path.join('/') === name)?.message;
}

/** The part of the editor where a fault can be mended. */
export function placeOf(path: Path, product: Product): Place {
  const [first, second] = path;
  switch (first) {
    case 'pictures':
      return 'pictures';
    case 'price':
    case 'compareAt':
    case 'soldBy':
    case 'weight':
      return 'price';
    case 'choices': {
      const choice = typeof second === 'number' ? product.choices[second] : undefined;
      return choice ? `choice:${choice.key}` : 'choices';
    }
    case 'variants':
    case 'draws':
      return 'stock';
    case 'quantity':
      return 'quantity';
    case 'category':
    case 'supplier':
    case 'tags':
      return 'shelf';
    default:
      return 'basics';
  }
}
