'use client';

import { useCallback, useEffect, useState } from 'react';
import { z } from 'zod';
import { type CatalogSurroundings, type JoinCondition, type Product, productSchema } from '@/core/catalog';
import { type PortableSurroundings } from '@/core/exchange';
import { lotKinds } from '@/core/stock';
import { type StockView, useSurroundings } from '@/features/kit/selection';
import { send } from '@/features/kit/shared';

const joiningSchema = z.object({ products: z.array(productSchema) });
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

export interface EditorSurroundingsState {
  readonly surroundings: CatalogSurroundings;
  readonly stock: readonly StockView[];
  readonly reloadStock: () => Promise<void>;
  readonly bringAlong: (slug: string) => Promise<void>;
  readonly bringJoining: (joins: readonly JoinCondition[]) => Promise<void>;
}

/** What an editor works with beside its document, kept up to date. */
export function useEditorSurroundings(
  initial: PortableSurroundings,
  initialStock: readonly StockView[],
): EditorSurroundingsState {
  const [portable, setPortable] = useState(initial);
  const [stock, setStock] = useState(initialStock);
  const surroundings = useSurroundings(portable, stock);
  const reloadStock = useCallback(
    async () => setStock(await send('GET', '/api/manage/stock', undefined, stockSchema)),
    [],
  );
  const keep = useCallback((fresh: readonly Product[]) => {
    setPortable((current) => ({
      ...current,
      products: [
        ...current.products.filter((product) => !fresh.some((other) => other.slug === product.slug)),
        ...fresh,
      ],
    }));
  }, []);
  const bringAlong = useCallback(
    async (slug: string) => {
      if (slug !== '') keep(await send('GET', `/api/manage/in-shop/${slug}`, undefined, z.array(productSchema)));
    },
    [keep],
  );
  const bringJoining = useCallback(
    async (joins: readonly JoinCondition[]) =>
      keep((await send('POST', '/api/manage/in-shop', { joins }, joiningSchema)).products),
    [keep],
  );
  // Back from another window, where stock may have been entered.
  useEffect(() => {
    const refresh = () => void reloadStock().catch(() => undefined);
    window.addEventListener('focus', refresh);
    return () => window.removeEventListener('focus', refresh);
  }, [reloadStock]);
  return { surroundings, stock, reloadStock, bringAlong, bringJoining };
}
