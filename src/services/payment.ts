import { type PaymentOutcome } from '../data/schema';

/** What a customer tells the simulated payment service to do. */
export const paymentWishes = ['approve', 'decline', 'timeOut'] as const;
export type PaymentWish = (typeof paymentWishes)[number];

/** How long an answer is waited for, in milliseconds. */
const PATIENCE = 1_500;

/**
 * A stand-in for a payment service: approves, declines, or does not answer in time. No money moves.
 *
 * @returns the outcome, and the reference under which the service would know it
 */
export async function simulatedPayment(wish: PaymentWish, orderToken: string): Promise<{ outcome: PaymentOutcome; reference: string }> {
  const reference = `sim-${orderToken.slice(0, 10)}`;
  switch (wish) {
    case 'approve':
      return { outcome: 'approved', reference };
    case 'decline':
      return { outcome: 'declined', reference };
    case 'timeOut':
      await new Promise((resolve) => setTimeout(resolve, PATIENCE));
      return { outcome: 'timedOut', reference };
  }
}
