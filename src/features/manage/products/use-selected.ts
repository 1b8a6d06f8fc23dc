'use client';

import { useEffect, useEffectEvent, useState } from 'react';
import { z } from 'zod';
import { send, wordsOf } from '@/features/kit/shared';
import { type MeantProduct, type ProductsPage } from '@/services/products/list';
import { sayFailed } from '@/ui/toasts';

const meantSchema = z.object({ products: z.custom<MeantProduct[]>() });
const MEANT = '/api/manage/products/meant';

/** Products as they are now; those of them that are still there. */
export const readMeant = (ids: readonly number[]): Promise<readonly MeantProduct[]> =>
  send('POST', MEANT, { ids }, meantSchema).then(({ products }) => products);

const NOTHING: ReadonlyMap<string, MeantProduct> = new Map();

const byId = (products: readonly MeantProduct[]) => new Map(products.map((one) => [String(one.id), one] as const));

/**
 * The products that are selected, on whatever page they stand.
 *
 * @param shown what was asked for the page that is seen
 * @param fresh another thing whenever products may have become others, or none
 */
export function useSelected(shown: string, { rows, found }: ProductsPage, fresh: unknown) {
  const [selected, setSelected] = useState(NOTHING);
  const select = (some: readonly MeantProduct[], on: boolean) =>
    setSelected((before) => {
      const next = new Map(before);
      for (const [id, one] of byId(some)) {
        if (on) next.set(id, one);
        else next.delete(id);
      }
      return next;
    });
  const selectAll = (on: boolean) => {
    // All of them are here.
    if (rows.length === found) {
      select(rows, on);
      return;
    }
    send('GET', `${MEANT}?${shown}`, undefined, meantSchema).then(
      ({ products }) => select(products, on),
      (error: unknown) => sayFailed('They can’t be selected', wordsOf(error)),
    );
  };
  const lookAgain = useEffectEvent(() => {
    if (selected.size === 0) return;
    const ids = [...selected.values()].map(({ id }) => id);
    const asked = new Set(ids);
    readMeant(ids).then(
      // What has been selected or left meanwhile stays so.
      (products) => {
        const now = byId(products);
        setSelected((before) => {
          const kept = [...before].filter(([id, one]) => now.has(id) || !asked.has(one.id));
          return new Map(kept.map(([id, one]) => [id, now.get(id) ?? one]));
        });
      },
      (error: unknown) => sayFailed('It is not known what has become of what is selected', wordsOf(error)),
    );
  });
  // What was done with them makes others of them.
  useEffect(() => lookAgain(), [fresh]);
  return {
    meant: [...selected.values()],
    ids: new Set(selected.keys()),
    isAll: rows.length > 0 && selected.size >= found && rows.every(({ id }) => selected.has(String(id))),
    select,
    selectAll,
    selectNone: () => setSelected(NOTHING),
  };
}
