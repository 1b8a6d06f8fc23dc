import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import { type Product } from '@/core/catalog';
import { selectionOf } from '@/features/selection/given-parts';
import { placeLabel } from '@/features/selection/place-words';
import { quantityFrom, type SelectionState } from '@/features/selection/use-selection';
import { send, wordsOf } from '@/features/shared/api';

const addedSchema = z.object({ lines: z.number() });

/** The way of a selection into the basket. */
export interface AddToBasket {
  /** whether it has been asked for, so that what is missing is said */
  readonly asked: boolean;
  readonly busy: boolean;
  readonly refused: string | undefined;
  readonly added: string | undefined;
  add(): Promise<void>;
}

/** @param isDraft whether it is only looked at, and can't be bought yet */
export function useAddToBasket(product: Product, { resolution, program, answers, parts, quantityText }: SelectionState, isDraft = false): AddToBasket {
  const router = useRouter();
  const [asked, setAsked] = useState(false);
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string>();
  const [added, setAdded] = useState<string>();
  const add = async () => {
    setAsked(true);
    setRefused(undefined);
    setAdded(undefined);
    if (resolution.state !== 'sellable') {
      const [first] = resolution.problems;
      // A folded group opens for what is missing in it, then it can be shown.
      if (first) requestAnimationFrame(() => document.getElementById(placeLabel('shop', first.where))?.scrollIntoView({ behavior: 'smooth', block: 'center' }));
      return;
    }
    if (isDraft) {
      setAdded('This could be put in the basket. It is a draft, so it is not.');
      return;
    }
    setBusy(true);
    try {
      const quantity = quantityFrom(quantityText);
      await send('POST', '/api/shop/basket', { slug: product.slug, ...selectionOf(program, answers, quantity, parts) }, addedSchema);
      setAdded(`${quantity} × ${product.title} is in the basket.`);
      router.refresh();
    } catch (error) {
      setRefused(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return { asked, busy, refused, added, add };
}
