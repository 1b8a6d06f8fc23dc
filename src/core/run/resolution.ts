import { type AnswerContext, type ForCustomers, type PropertyValue, type QuantityFrom } from '../catalog';
import { type ChoiceShown } from '../compile';
import { type LineValue } from '../formula';
import { type Exact } from '../number';
import { type Orderable } from '../ordering';
import { type PriceLine } from '../pricing';
import { type NamedCondition } from '../conditions';
import { type Problem } from '../problems';
import { type AnsweredFile } from '../selection';
import { type Quantity, type Unit } from '../quantity';
import { type Availability, type Draw, type CutPlanner, type StockView } from '../stock';
import { type Booked, type Booking } from './supply/bookings';
import { type Cost, type CostOf } from './price/cost';
import { type Counted } from './price/counting';
import { type Share } from './kits/shares';

/** What a resolution depends on beside the definition and the selection. */
export interface ResolveContext {
  /** what there is of stock; null when it is not to be asked */
  readonly stock: StockView | null;
  /** whether it is a part of something that asks stock for everything together; absent for no */
  readonly ofWhole?: boolean;
  /**
   * whether somebody reads it, so that the quantities that are named beside one that can't be had are looked for, each
   * resolved; else they are those that its limits allow
   */
  readonly naming?: boolean;
  /** how cuts are planned; quick enough for every keystroke where it is absent */
  readonly planner?: CutPlanner;
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** key of the customer's group; absent for everybody */
  readonly group?: string | null;
  /** what stock items cost; absent where nobody is to know, such as customers */
  readonly costs?: CostOf;
  /** how much is bought beside it that counts for a table of breaks; absent for nothing */
  readonly beside?: (table: Counted) => Exact;
  /**
   * how many pieces of a product, by its address, are booked for a day or week, by its first day; absent where nobody
   * asks
   */
  readonly booked?: Booked;
  /** what is known of an uploaded file, by its token; absent where there are none */
  readonly files?: AnswerContext['files'];
}

export type ResolutionState = 'sellable' | 'incomplete' | 'invalid' | 'unavailable';

/** An answer that counts, with defaults applied. */
export interface CountedAnswer {
  readonly choice: string;
  readonly title: string;
  /** as basket and order show it */
  readonly shown: string;
  /** the same text for the same answer, however it was typed */
  readonly value: string;
  /** options that are picked, by key, and how many of each; none of what is typed, and of yes or no */
  readonly picks: readonly PickedOption[];
  readonly fromDefault: boolean;
  /** uploaded files and how they are laid; absent for what is no answer of files */
  readonly files?: readonly AnsweredFile[];
}

/** An option that is picked, and how many of it. */
export interface PickedOption {
  readonly option: string;
  readonly quantity: number;
}

/** The item that a selection is. */
export interface Item {
  /** the same for the same counted answers, in whatever order they were given */
  readonly key: string;
  readonly sku: string;
  readonly title: string;
  readonly details: readonly Detail[];
  /** what the workshop alone is to know of it; never sent to customers */
  readonly forWorkshop: readonly Detail[];
}

/** Something that has been chosen or settled, in words. */
export interface Detail {
  readonly label: string;
  readonly value: string;
}

/** What a selection resolves to. Amounts are in major units of the currency. */
export interface Resolution {
  readonly state: ResolutionState;
  readonly problems: readonly Problem[];
  readonly shown: readonly ChoiceShown[];
  readonly counted: readonly CountedAnswer[];
  readonly quantity: number;
  /** in what numbers this selection may be ordered, and who says so */
  readonly orderable: Orderable;
  readonly quantityFrom: QuantityFrom;
  readonly item: Item;
  readonly working: readonly PriceLine[];
  /** lines of its formulas that have names, and what they come to */
  readonly measures: readonly MeasureShown[];
  /** price of one item, rounded to the minor unit; null while it can't be computed */
  readonly unitPrice: Exact | null;
  readonly wasPrice: Exact | null;
  /** whether that is the lowest price of the 30 days before it was reduced */
  readonly wasLowest: boolean;
  readonly lineTotal: Exact | null;
  /** what one costs to supply; null where that was not asked, as for customers it never is */
  readonly cost: Cost | null;
  /** what of the line is paid once, however many are taken */
  readonly once: Exact;
  /** what is charged for one, of a product that is sold by the unit, in that unit; null otherwise */
  readonly charged: Exact | null;
  readonly currency: string;
  /** weight of one item */
  readonly weight: Quantity | null;
  /** what it measures or is, by inside name */
  readonly properties: readonly PropertyShown[];
  /** what it is put together from and what is taken along, each as it resolves by itself, in the order of the page */
  readonly parts: readonly PartShown[];
  readonly draws: readonly Draw[];
  readonly availability: Availability;
  /** what of it takes room on a day or in a week, its parts among it, for all that is asked for */
  readonly bookings: readonly Booking[];
  /** the rules of the product that are switched on, and whether they have fired */
  readonly rules: readonly RuleShown[];
  /** what is seen of it: pictures on top of each other, by view */
  readonly pictures: readonly PictureView[];
  /** what is seen of its views, which are put together from layers; usually none */
  readonly views: readonly ViewSeen[];
  /** what of it customers are shown */
  readonly forCustomers: ForCustomers;
}

/** A property of an item. */
export interface PropertyShown {
  readonly name: string;
  readonly value: PropertyValue;
}

/** A part of an item: of a kit, or taken along. */
export interface PartShown {
  readonly kind: 'part' | 'slot' | 'addOn';
  /** key of the part, or of the choice that takes it along; of an entry its slot and its number, as in `supers#2` */
  readonly part: string;
  /** further places of its slot that hold the same: it counts for all of them */
  readonly beside: readonly string[];
  readonly title: string;
  /** slug and title of the product that it is */
  readonly product: string;
  readonly productTitle: string;
  /** how many times it is taken with one item */
  readonly count: number;
  /** how many pieces of it come with one item: so many times the quantity of its resolution */
  readonly pieces: number;
  /**
   * what one taking of it resolves to, sold alone; `partsWithin` gives its own parts with their shares of what is paid
   * here
   */
  readonly resolution: Resolution;
  /**
   * what all of it costs alone, or what is paid for it where it is taken along; without what is paid once. Null while
   * that is not known
   */
  readonly alone: Exact | null;
  /** what is paid once for it, however many items are taken */
  readonly once: Exact;
  /**
   * its share of what one item costs and of what is paid once; shares of a kit's parts add up to both. Null while there
   * is no price, and within a part, where `partsWithin` gives them
   */
  readonly share: Share | null;
}

/** An intermediate result of a formula. */
export interface MeasureShown extends LineValue {
  readonly formula: string;
  /** whether the formula is there to be shown to customers */
  readonly forCustomers: boolean;
  /** the unit to write it in; absent for the usual one of what it measures */
  readonly unit?: Unit;
}

/** A rule as it stands for a selection. */
export interface RuleShown {
  readonly rule: string;
  readonly title: string;
  readonly fired: boolean;
  /** its condition in words */
  readonly because: NamedCondition;
  /** what it tells the customer, now that it has fired */
  readonly tells: readonly string[];
}

/** What of a view is seen: `core/picture` draws it. */
export interface ViewSeen {
  /** key of the view */
  readonly view: string;
  /** keys of the layers that are seen, the lowest first */
  readonly layers: readonly string[];
  /** what its lengths follow, by name: millimetres of a length, and numbers as they are; decimals */
  readonly figures: Readonly<Record<string, string>>;
}

/** One view of the item: layers from the bottom up. */
export interface PictureView {
  readonly view: string;
  readonly layers: readonly { readonly src: string; readonly alt: string }[];
}
