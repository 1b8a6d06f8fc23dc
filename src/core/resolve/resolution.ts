import { type Exact } from '../number';
import { type PriceLine } from '../pricing';
import { type Problem } from '../problems';
import { type Quantity } from '../quantity';
import { type Availability, type Draw, type StockLevels } from '../stock';

/** Everything a customer has answered, before anything is checked: the server reads it as it comes. */
export interface Selection {
  readonly answers: Readonly<Record<string, unknown>>;
  /** pieces; absent means the least that may be ordered */
  readonly quantity?: number;
}

/** What a resolution depends on beside the definition and the selection. */
export interface ResolveContext {
  /** what can be promised of each stock item; null when stock is not to be asked */
  readonly levels: StockLevels | null;
}

export type ResolutionState = 'sellable' | 'incomplete' | 'invalid' | 'unavailable';

export interface OptionOffer {
  readonly option: string;
  readonly offered: boolean;
  readonly why: 'notMade' | 'outOfStock' | null;
}

export interface ChoiceShown {
  readonly choice: string;
  readonly shown: boolean;
  readonly options: readonly OptionOffer[];
}

/** An answer that counts, with defaults applied. */
export interface CountedAnswer {
  readonly choice: string;
  readonly title: string;
  /** as basket and order show it */
  readonly shown: string;
  /** the same text for the same answer, however it was typed */
  readonly value: string;
  readonly fromDefault: boolean;
}

/** The item that a selection is. */
export interface Item {
  /** the same for the same counted answers, in whatever order they were given */
  readonly key: string;
  readonly sku: string;
  readonly title: string;
  readonly details: readonly { readonly label: string; readonly value: string }[];
}

/** What a selection resolves to. Amounts are in major units of the currency. */
export interface Resolution {
  readonly state: ResolutionState;
  readonly problems: readonly Problem[];
  readonly shown: readonly ChoiceShown[];
  readonly counted: readonly CountedAnswer[];
  readonly quantity: number;
  readonly item: Item;
  readonly working: readonly PriceLine[];
  /** price of one item, rounded to the minor unit; null while it can't be computed */
  readonly unitPrice: Exact | null;
  readonly compareAt: Exact | null;
  readonly lineTotal: Exact | null;
  readonly currency: string;
  /** weight of one item */
  readonly weight: Quantity | null;
  readonly draws: readonly Draw[];
  readonly availability: Availability;
}
