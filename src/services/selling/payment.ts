import { eq } from 'drizzle-orm';
import { type Services } from '../context';
import { type PaymentOutcome, standInPayments } from '../../data/schema';

/** What a customer tells the simulated payment service to do. */
export const paymentWishes = ['approve', 'decline', 'timeOut'] as const;
export type PaymentWish = (typeof paymentWishes)[number];

export interface PaymentRequest {
  /** what the payment is known by: the same key is the same payment, however often it is asked for */
  readonly key: string;
  readonly wish: PaymentWish;
  /** decimal, in the order's currency */
  readonly amount: string;
}

export interface PaymentAnswer {
  readonly outcome: PaymentOutcome;
  /** under which the service knows it */
  readonly reference: string;
}

/** What the shop needs of a payment service. */
export interface PaymentService {
  /** Asks for a payment, or for what became of it where it was asked for before. `timedOut` stands for no answer. */
  request(payment: PaymentRequest): Promise<PaymentAnswer>;
  /** Ends a payment that has no outcome: nothing can be taken under its key any more. @returns what has become of it */
  close(payment: Omit<PaymentRequest, 'wish'>): Promise<PaymentAnswer>;
}

/** How long an answer is waited for, in milliseconds. */
const PATIENCE = 1_500;

/**
 * A stand-in for a payment service: approves, declines, or does not answer in time, and remembers by key what it has
 * answered, as a service elsewhere would while the shop is down. No money moves.
 */
export function simulatedPayments({ database, now }: Services): PaymentService {
  const remember = (payment: Omit<PaymentRequest, 'wish'>, outcome: PaymentOutcome): Promise<PaymentAnswer> =>
    database.write(async (transaction) => {
      const { key, amount } = payment;
      await transaction
        .insert(standInPayments)
        .values({ key, outcome, amount, reference: `sim-${key.slice(0, 10)}`, at: now() })
        .onConflictDoNothing();
      const kept = await transaction.query.standInPayments.findFirst({ where: eq(standInPayments.key, key) });
      if (!kept) throw new Error('the payment was not kept');
      return { outcome: kept.outcome, reference: kept.reference };
    });
  return {
    async request(payment) {
      if (payment.wish !== 'timeOut') return remember(payment, payment.wish === 'approve' ? 'approved' : 'declined');
      const kept = await database.read.query.standInPayments.findFirst({ where: eq(standInPayments.key, payment.key) });
      if (kept) return { outcome: kept.outcome, reference: kept.reference };
      await new Promise((resolve) => setTimeout(resolve, PATIENCE));
      return { outcome: 'timedOut', reference: `sim-${payment.key.slice(0, 10)}` };
    },
    close: (payment) => remember(payment, 'timedOut'),
  };
}
