'use client';

import { type OrderState } from '@/data/schema';
import { Slip, type Tone } from '@/ui/text';

const STATES: Readonly<Record<OrderState, { words: string; tone: Tone }>> = {
  awaitingPayment: { words: 'Waiting for payment', tone: 'copper' },
  paid: { words: 'Paid', tone: 'lichen' },
  declined: { words: 'Payment declined', tone: 'brick' },
  timedOut: { words: 'Payment timed out', tone: 'brick' },
  abandoned: { words: 'Never paid', tone: 'ink' },
};

/** The state of an order, in words. */
export function orderStateWords(state: OrderState): string {
  return STATES[state].words;
}

export function OrderStateSlip({ state }: { state: OrderState }) {
  return <Slip tone={STATES[state].tone}>{STATES[state].words}</Slip>;
}
