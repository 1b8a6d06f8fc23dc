import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import { type Product } from '@/core/catalog';
import { placeLabel, quantityFrom, selectionOf, type SelectionState } from '@/features/kit/selection';
import { anything, send, wordsOf } from '@/features/kit/shared';

const BASKET = '/shop/basket';

const addedSchema = z.object({ lines: z.number() });

/** Shows what is to be answered, and puts the focus into it. @param label id of its label */
function goToPlace(label: string): void {
  const place = document.getElementById(label);
  place?.scrollIntoView({ behavior: 'smooth', block: 'center' });
  place
    ?.closest('[data-field]')
    ?.querySelector<HTMLElement>('input:not([tabindex="-1"]), select, textarea, button:not([aria-expanded])')
    ?.focus({ preventScroll: true });
}

/** The way of a selection into the basket. */
export interface AddToBasket {
  /** whether it has been asked for, so that what is missing is said */
  readonly asked: boolean;
  readonly busy: boolean;
  readonly refused: string | undefined;
  readonly added: string | undefined;
  /** whether a line of the basket is changed rather than one added */
  readonly isChange: boolean;
  add(): Promise<void>;
}

/**
 * @param place the line of the basket that it takes the place of; null where it is added; or a draft, which is only
 * looked at and can't be bought yet
 * @param leave says that the page is about to be left
 */
export function useAddToBasket(
  product: Product,
  { resolution, program, answers, parts, quantityText }: SelectionState,
  place: { readonly id: number } | 'draft' | null,
  leave: () => void,
): AddToBasket {
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
      if (first) requestAnimationFrame(() => goToPlace(placeLabel('shop', first.where)));
      return;
    }
    if (place === 'draft') {
      setAdded('This could be put in the basket. It is a draft, so it is not.');
      return;
    }
    setBusy(true);
    try {
      const quantity = quantityFrom(quantityText);
      const selection = selectionOf(program, answers, quantity, parts);
      if (place) {
        await send('PUT', `/api/shop/basket/${place.id}`, selection, anything);
        leave();
        router.push(BASKET);
        return;
      }
      await send('POST', '/api/shop/basket', { slug: product.slug, ...selection }, addedSchema);
      setAdded(`${quantity} × ${product.title} is in the basket.`);
      router.refresh();
    } catch (error) {
      setRefused(wordsOf(error));
    } finally {
      setBusy(false);
    }
  };
  return { asked, busy, refused, added, isChange: place !== null && place !== 'draft', add };
}
