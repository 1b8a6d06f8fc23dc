/** What other programs can be told of, each once it holds. */
export const eventTypes = ['product.published', 'stock.low', 'order.placed', 'order.changed'] as const;
export type EventType = (typeof eventTypes)[number];

/** A product as it is told: what more there is of it is asked of the API. */
interface ToldProduct {
  readonly slug: string;
  readonly title: string;
  /** how often it has been published */
  readonly revision: number;
}

/** A line of an order as it is told. */
interface ToldLine {
  readonly sku: string;
  readonly title: string;
  readonly quantity: number;
  /** decimal, in the order's currency */
  readonly lineTotal: string;
}

/** What is told of each: nothing of customers. Figures are decimals, as everywhere in the API. */
interface Told {
  readonly 'product.published': { readonly products: readonly ToldProduct[] };
  readonly 'stock.low': {
    readonly key: string;
    readonly title: string;
    /** UCUM code */
    readonly unit: string;
    /** what can still be promised */
    readonly available: string;
  };
  readonly 'order.placed': {
    readonly number: number;
    readonly state: string;
    readonly currency: string;
    readonly total: string;
    readonly lines: readonly ToldLine[];
  };
  readonly 'order.changed': {
    readonly number: number;
    readonly state: string;
    /** what has changed: its state, or that something of it has been cut */
    readonly change: 'state' | 'cut';
  };
}

/** Something that happened, as it is told. */
export type WebhookEvent = {
  readonly [Type in EventType]: { readonly type: Type; readonly data: Told[Type] };
}[EventType];

/** What is sent to see whether somebody listens. */
export const TEST_TYPE = 'test';

const [SECOND, MINUTE, HOUR] = [1_000, 60_000, 3_600_000];

/** How long it is waited before a message is sent again that was not taken, each time, in milliseconds. */
const WAITS = [5 * SECOND, MINUTE, 5 * MINUTE, 30 * MINUTE, 2 * HOUR, 6 * HOUR, 12 * HOUR, 24 * HOUR];

/**
 * How long it is waited before a message is sent again.
 *
 * @param tries how often it has been sent
 * @returns milliseconds; null where it is given up
 */
export const waitAfter = (tries: number): number | null => WAITS[tries - 1] ?? null;
