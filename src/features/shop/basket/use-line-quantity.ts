import { useCallback, useEffect, useRef, useState } from 'react';
import { quantityFrom } from '@/features/kit/selection';
import { anything, send, wordsOf } from '@/features/kit/shared';
import { type Settled, useChangesHere } from './basket-changes';

/** So long keys must rest before a number is applied, in milliseconds. */
const REST = 600;

interface LineQuantity {
  /** as it is typed, or as it is */
  readonly text: string;
  /** whether what is typed does not hold yet */
  readonly isChanging: boolean;
  readonly refused: string | undefined;
  type(text: string): void;
  /** applies what has been typed at once */
  apply(): void;
}

/**
 * How many of a basket line: a number that is typed applies itself when the keys rest, when it is left, or when it is
 * ordered.
 */
export function useLineQuantity({
  id,
  quantity,
  title,
}: {
  readonly id: number;
  readonly quantity: number;
  readonly title: string;
}): LineQuantity {
  const { register, refresh } = useChangesHere();
  const [typed, setTyped] = useState<string | null>(null);
  const [refused, setRefused] = useState<string>();
  const now = useRef({ text: String(quantity), holds: quantity, running: Promise.resolve<Settled>('holds') });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  // It has come back.
  if (typed !== null && quantityFrom(typed) === quantity && refused === undefined) setTyped(null);
  useEffect(() => {
    now.current.holds = quantity;
  }, [quantity]);
  const settle = useCallback((): Promise<Settled> => {
    clearTimeout(timer.current);
    // One after the other, so that the last one holds.
    now.current.running = now.current.running.then(async () => {
      const { text, holds } = now.current;
      const wanted = quantityFrom(text);
      if (wanted === holds) return 'holds';
      if (!Number.isInteger(wanted) || wanted < 1) {
        setRefused(`How many of ${title}? Write a whole number from 1 on, or remove it.`);
        return 'refused';
      }
      try {
        await send('PATCH', `/api/shop/basket/${id}`, { quantity: wanted }, anything);
        now.current.holds = wanted;
        setRefused(undefined);
        refresh();
        return 'holds';
      } catch (error) {
        setRefused(wordsOf(error));
        return 'refused';
      }
    });
    return now.current.running;
  }, [id, title, refresh]);
  useEffect(() => {
    const unregister = register(id, settle);
    return () => {
      unregister();
      clearTimeout(timer.current);
    };
  }, [id, register, settle]);
  return {
    text: typed ?? String(quantity),
    isChanging: typed !== null,
    refused,
    type(text) {
      setTyped(text);
      setRefused(undefined);
      now.current.text = text;
      clearTimeout(timer.current);
      // Whoever has emptied the field is about to type.
      if (text.trim() !== '') timer.current = setTimeout(() => void settle(), REST);
    },
    apply: () => void settle(),
  };
}
