/** The states of an order, in words. */
export const ORDER_STATE_WORDS = {
  awaitingPayment: 'Waiting for payment',
  paid: 'Paid',
  declined: 'Payment declined',
  timedOut: 'Payment timed out',
  abandoned: 'Never paid',
} as const;
