'use client';

import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { z } from 'zod';
import {
  type CatalogSurroundings,
  type JoinCondition,
  placedOn,
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

const lackingSchema = z.object({
  stock: stockSchema,
  products: z.array(productSchema),
  drafts: z.array(z.object({ slug: z.string(), id: z.number(), version: z.number() })).optional(),
});

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
  /** fetches anew what is not in the shop yet: somebody may have changed or published it */
  readonly reloadDrafts: () => Promise<void>;
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
  const surroundings = useNamedDrafts(useSurroundings(portable, stock), document);
  // What is edited may come into the shop with what is not in it yet; of a sheet that is another matter.
  const withDrafts = initial.drafts !== undefined;
  const bring = useCallback(
    async (wanted: Wanted) => {
      const lacking = await send('POST', '/api/manage/lacking', { ...wanted, withDrafts }, lackingSchema);
      setStock((known) => merged(known, lacking.stock, ({ key }) => key, wanted.stock));
      setPortable((known) => ({ ...known, ...productsWith(known, lacking, wanted.products) }));
      return lacking;
    },
    [withDrafts],
  );
  const drafts = useRef(portable.drafts);
  useEffect(() => void (drafts.current = portable.drafts), [portable.drafts]);
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
  const reloadDrafts = useCallback(async () => {
    const products = drafts.current?.map(({ slug }) => slug) ?? [];
    if (products.length > 0) await bring({ products });
  }, [bring]);
  // Back from another window, where stock may have been entered, and a draft have been changed.
  useEffect(() => {
    const refresh = () => void Promise.all([reloadStock(), reloadDrafts()]).catch(() => undefined);
    window.addEventListener('focus', refresh);
    return () => window.removeEventListener('focus', refresh);
  }, [reloadStock, reloadDrafts]);
  return { surroundings, stock, reloadStock, reloadDrafts, bringAlong, bringJoining };
}

/**
 * Surroundings without drafts that nothing names any more: what is in the shop may join a slot by its condition, what
 * is only edited comes with what names it.
 */
function useNamedDrafts(surroundings: CatalogSurroundings, document: Product): CatalogSurroundings {
  const { drafts, products, sheets } = surroundings;
  const left = useMemo(() => {
    if (!drafts || drafts.size === 0) return '';
    const named = new Set<string>();
    const look = (product: Product): void => {
      const references = [product, ...placedOn(product, sheets)].map(referencesOf);
      for (const slug of references.flatMap((one) => [...one.products])) {
        if (named.has(slug)) continue;
        named.add(slug);
        const part = products.get(slug);
        if (part) look(part);
      }
    };
    look(document);
    return [...drafts.keys()].filter((slug) => !named.has(slug)).join(' ');
  }, [drafts, products, sheets, document]);
  // As long as the same are left out it is the same: much is kept by it.
  return useMemo(() => {
    if (left === '' || !drafts) return surroundings;
    const out = new Set(left.split(' '));
    const without = <T>(all: ReadonlyMap<string, T>) => new Map([...all].filter(([slug]) => !out.has(slug)));
    return { ...surroundings, products: without(products), drafts: without(drafts) };
  }, [surroundings, products, drafts, left]);
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

/** The products that are known, and which of them are not in the shop yet, with those that have come. */
function productsWith(
  known: PortableSurroundings,
  fresh: z.infer<typeof lackingSchema>,
  asked: readonly string[] = [],
): Pick<PortableSurroundings, 'products' | 'drafts'> {
  const came = fresh.products.map(({ slug }) => slug);
  return {
    products: merged(known.products, fresh.products, ({ slug }) => slug, asked),
    ...(known.drafts && {
      // What has come without being told here is in the shop by now.
      drafts: merged(known.drafts, fresh.drafts ?? [], ({ slug }) => slug, [...asked, ...came]),
    }),
  };
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
    const placed = placedOn(settled, sheets);
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
