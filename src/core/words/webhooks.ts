import { type EventType } from '../webhooks';

/** What each event is called, and when it is told. */
export const EVENT_WORDS: Readonly<Record<EventType, string>> = {
  'product.published': 'Product published',
  'stock.low': 'Stock low: fewer than 20 can be promised',
  'order.placed': 'Order placed',
  'order.changed': 'Order changed: paid, declined, cut',
};
