'use client';

import { ORDER_STATE_WORDS } from '@/core/words';
import { type OrderState } from '@/data/schema';
import { Slip, type Tone } from '@/ui/text';

const TONES: Readonly<Record<OrderState, Tone>> = {
  awaitingPayment: 'copper',
  paid: 'lichen',
  declined: 'brick',
  timedOut: 'brick',
  abandoned: 'ink',
};

/** The state of an order, in words. */
export function orderStateWords(state: OrderState): string {
  return ORDER_STATE_WORDS[state];
}

export function OrderStateSlip({ state }: { state: OrderState }) {
  return <Slip tone={TONES[state]}>{ORDER_STATE_WORDS[state]}</Slip>;
}
