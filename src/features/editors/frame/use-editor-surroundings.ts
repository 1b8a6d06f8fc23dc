'use client';

import { useCallback, useDeferredValue, useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import {
  type CatalogSurroundings,
  type JoinCondition,
  placementsOf,
  type Product,
  productSchema,
  referencesOf,
} from '@/core/catalog';
import { type PortableSurroundings } from '@/core/exchange';
import { inParts } from '@/core/in-parts';
import { lotKinds } from '@/core/stock';
import { type StockView, useSurroundings } from '@/features/kit/selection';
import { send } from '@/features/kit/shared';

const lyingSchema = z.object({
  kind: z.enum(lotKinds),
  kerf: z.string(),
  smallestOffcut: z.string().nullable(),
  lots: z.array(z.object({ id: z.number(), label: z.string(), free: z.string() })),
});
const stockSchema = z.array(
  z.object({
    key: z.string(),
    title: z.string(),
    unit: z.string(),
    available: z.string(),
    onHand: z.string(),
    lying: lyingSchema.nullable(),
    archived: z.boolean(),
    late: z.object({ ready: z.string(), days: z.number() }).nullable(),
    cost: z.string().nullable(),
  }),
);

const lackingSchema = z.object({ stock: stockSchema, products: z.array(productSchema) });

/** So many stock items are asked for at once. */
const MOST_AT_ONCE = 1_000;

/** What is asked for. */
interface Wanted {
  readonly stock?: readonly string[];
  readonly products?: readonly string[];
  readonly joins?: readonly JoinCondition[];
}

export interface EditorSurroundingsState {
  readonly surroundings: CatalogSurroundings;
  /** stock items that the document refers to, or has referred to while it was open */
  readonly stock: readonly StockView[];
  /** fetches stock items anew, and further ones */
  readonly reloadStock: (further?: readonly string[]) => Promise<readonly StockView[]>;
  readonly bringAlong: (slug: string) => Promise<Product | undefined>;
  readonly bringJoining: (joins: readonly JoinCondition[]) => Promise<void>;
}

/**
 * What an editor works with beside its document, kept up to date. It begins with what the document refers to; whatever
 * else that comes to refer to, by picking, by going back, by a sheet that is placed on it, is fetched.
 *
 * @param document what is edited; of a sheet, a product that has its choices
 */
export function useEditorSurroundings(
  initial: PortableSurroundings,
  initialStock: readonly StockView[],
  document: Product,
): EditorSurroundingsState {
  const [portable, setPortable] = useState(initial);
  const [stock, setStock] = useState(initialStock);
  const surroundings = useSurroundings(portable, stock);
  const bring = useCallback(async (wanted: Wanted) => {
    const lacking = await send('POST', '/api/manage/lacking', wanted, lackingSchema);
    setStock((known) => merged(known, lacking.stock, ({ key }) => key, wanted.stock));
    setPortable((known) => ({
      ...known,
      products: merged(known.products, lacking.products, ({ slug }) => slug, wanted.products),
    }));
    return lacking;
  }, []);
  const keys = useRef(initialStock.map(({ key }) => key));
  useEffect(() => void (keys.current = stock.map(({ key }) => key)), [stock]);
  const reloadStock = useCallback(
    async (further: readonly string[] = []) => {
      const wanted = [...new Set([...keys.current, ...further])];
      const found: StockView[] = [];
      for (const some of inParts(wanted, MOST_AT_ONCE)) found.push(...(await bring({ stock: some })).stock);
      return found;
    },
    [bring],
  );
  const bringAlong = useCallback(
    async (slug: string) =>
      slug === '' ? undefined : (await bring({ products: [slug] })).products.find((product) => product.slug === slug),
    [bring],
  );
  const bringJoining = useCallback(async (joins: readonly JoinCondition[]) => void (await bring({ joins })), [bring]);
  useLacking(document, surroundings, bring);
  // Back from another window, where stock may have been entered.
  useEffect(() => {
    const refresh = () => void reloadStock().catch(() => undefined);
    window.addEventListener('focus', refresh);
    return () => window.removeEventListener('focus', refresh);
  }, [reloadStock]);
  return { surroundings, stock, reloadStock, bringAlong, bringJoining };
}

/** What is known with what has come; what was asked for and has not come is not there any more. */
function merged<T>(
  known: readonly T[],
  fresh: readonly T[],
  nameOf: (one: T) => string,
  asked: readonly string[] = [],
): T[] {
  const names = new Set([...fresh.map(nameOf), ...asked]);
  return [...known.filter((one) => !names.has(nameOf(one))), ...fresh];
}

/**
 * Fetches what a document refers to and nobody has brought: each once, as what is not there then is nowhere, until
 * somebody comes back from another window, where it may have been made.
 */
function useLacking(
  document: Product,
  { sheets, stock, products }: CatalogSurroundings,
  bring: (wanted: Wanted) => Promise<unknown>,
): void {
  const asked = useRef(new Set<string>());
  const [looks, setLooks] = useState(0);
  useEffect(() => {
    const lookAgain = () => {
      asked.current.clear();
      setLooks((before) => before + 1);
    };
    window.addEventListener('focus', lookAgain);
    return () => window.removeEventListener('focus', lookAgain);
  }, []);
  // Typing goes first.
  const settled = useDeferredValue(document);
  useEffect(() => {
    const placed = placementsOf(settled, sheets.values()).flatMap(({ key }) => sheets.get(key) ?? []);
    const references = [settled, ...placed].map(referencesOf);
    const fresh = (kind: string, keys: Iterable<string>, known: ReadonlyMap<string, unknown>) =>
      [...new Set(keys)].filter((key) => key !== '' && !known.has(key) && !asked.current.has(`${kind} ${key}`));
    const wanted = {
      stock: fresh(
        'stock',
        references.flatMap((one) => [...one.stock]),
        stock,
      ),
      products: fresh(
        'product',
        references.flatMap((one) => [...one.products]),
        products,
      ),
      joins: placed.flatMap((sheet) => (asked.current.has(`joins ${sheet.key}`) ? [] : referencesOf(sheet).joins)),
    };
    if (wanted.stock.length + wanted.products.length + wanted.joins.length === 0) return;
    const names = [
      ...wanted.stock.map((key) => `stock ${key}`),
      ...wanted.products.map((slug) => `product ${slug}`),
      ...placed.map(({ key }) => `joins ${key}`),
    ];
    for (const name of names) asked.current.add(name);
    // Whoever can't be asked now is asked again with the next change.
    bring(wanted).catch(() => names.forEach((name) => asked.current.delete(name)));
  }, [settled, sheets, stock, products, bring, looks]);
}
