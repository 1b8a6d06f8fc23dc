'use client';

import { useCallback, useEffect, useState } from 'react';
import { z } from 'zod';
import { type CatalogSurroundings, productSchema } from '@/core/catalog';
import { type PortableSurroundings } from '@/core/exchange';
import { type StockView, useSurroundings } from '@/features/selection/use-selection';
import { send } from '@/features/shared/api';

const stockSchema = z.array(z.object({ key: z.string(), title: z.string(), unit: z.string(), available: z.string(), onHand: z.string() }));

export interface EditorSurroundingsState {
  readonly surroundings: CatalogSurroundings;
  readonly stock: readonly StockView[];
  readonly reloadStock: () => Promise<void>;
  readonly bringAlong: (slug: string) => Promise<void>;
}

/** What an editor works with beside its document, kept up to date. */
export function useEditorSurroundings(initial: PortableSurroundings, initialStock: readonly StockView[]): EditorSurroundingsState {
  const [portable, setPortable] = useState(initial);
  const [stock, setStock] = useState(initialStock);
  const surroundings = useSurroundings(portable, stock);
  const reloadStock = useCallback(async () => setStock(await send('GET', '/api/manage/stock', undefined, stockSchema)), []);
  const bringAlong = useCallback(async (slug: string) => {
    if (slug === '') return;
    const fresh = await send('GET', `/api/manage/in-shop/${slug}`, undefined, z.array(productSchema));
    setPortable((current) => ({ ...current, products: [...current.products.filter((product) => !fresh.some((other) => other.slug === product.slug)), ...fresh] }));
  }, []);
  // Back from another window, where stock may have been entered.
  useEffect(() => {
    const refresh = () => void reloadStock().catch(() => undefined);
    window.addEventListener('focus', refresh);
    return () => window.removeEventListener('focus', refresh);
  }, [reloadStock]);
  return { surroundings, stock, reloadStock, bringAlong };
}
