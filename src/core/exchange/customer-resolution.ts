import { type Tax, type TaxShown } from '../catalog';
import { type RoundingMode } from '../number';
import { type PartJson, type ResolutionJson } from './resolution-json';
import { told } from './view';

/** The tax on a product, as far as customers are told of it. */
export interface ToldTax extends Pick<Tax, 'name' | 'pricesInclude'> {
  /** of the product, where the shop is */
  readonly percent: string;
  readonly shown: TaxShown;
  /** as the shop rounds */
  readonly rounding: RoundingMode;
}

/** A resolution as a customer may see it. */
export type CustomerResolution = Pick<
  ResolutionJson,
  | 'state'
  | 'problems'
  | 'shown'
  | 'counted'
  | 'quantity'
  | 'orderable'
  | 'item'
  | 'working'
  | 'measures'
  | 'unitPrice'
  | 'wasPrice'
  | 'wasLowest'
  | 'bookings'
  | 'lineTotal'
  | 'currency'
  | 'weight'
  | 'pictures'
  | 'views'
  | 'forCustomers'
> & {
  /** what rules tell, now that they have fired */
  readonly tells: readonly string[];
  /** what it is put together from, and what is taken along */
  readonly parts: readonly PartJson<CustomerResolution>[];
  readonly availability: {
    /** whether as many as are asked for could be supplied; null where stock was not asked */
    readonly enough: boolean | null;
    /** days until it can be sent, where something of it is ordered beyond stock */
    readonly leadDays: number | null;
  };
};

/** A resolution by a customer's program, which knows of what the workshop alone sees that it is there, without that. */
export function withoutWorkshop(resolution: ResolutionJson): ResolutionJson {
  return {
    ...resolution,
    item: { ...resolution.item, forWorkshop: [] },
    parts: resolution.parts.map((part) => ({ ...part, resolution: withoutWorkshop(part.resolution) })),
  };
}

/** A resolution without what its product does not show to customers: how its price comes about, and its SKU. */
export function asShown<
  R extends Pick<ResolutionJson, 'working' | 'item' | 'forCustomers'> & { readonly parts: readonly PartJson<R>[] },
>(resolution: R): R {
  const { working, item, forCustomers, parts } = resolution;
  return {
    ...resolution,
    working: forCustomers && forCustomers.working !== 'full' ? [] : working,
    item: { ...item, forWorkshop: [], ...(forCustomers?.sku === false && { sku: '' }) },
    parts: parts.map((part) => ({ ...part, resolution: asShown(part.resolution) })),
  };
}

export function customerResolution(resolution: ResolutionJson): CustomerResolution {
  return toldTo(asShown(resolution));
}

const TOLD = [
  'state',
  'problems',
  'counted',
  'quantity',
  'orderable',
  'item',
  'working',
  'unitPrice',
  'wasPrice',
  'lineTotal',
  'currency',
  'weight',
  'pictures',
  'forCustomers',
] as const satisfies readonly (keyof ResolutionJson)[];

const TOLD_OF_PART = [
  'kind',
  'part',
  'title',
  'product',
  'productTitle',
  'pieces',
  'alone',
  'share',
] as const satisfies readonly (keyof PartJson<ResolutionJson>)[];

function toldTo(resolution: ResolutionJson): CustomerResolution {
  const { shown, quantity, measures, wasLowest, bookings, rules, parts, availability, views } = resolution;
  const { canSupply, leadDays } = availability;
  return {
    ...told(resolution, TOLD),
    ...(wasLowest && { wasLowest }),
    ...(bookings && { bookings }),
    ...(views && { views }),
    // What is for others, or for the workshop, leaves no trace.
    shown: shown
      .filter(({ why }) => why !== 'workshop' && why !== 'otherGroup')
      .map((one) => ({ ...one, options: one.options.filter(({ why }) => why !== 'otherGroup') })),
    measures: measures.filter(({ forCustomers }) => forCustomers),
    tells: rules.flatMap(({ tells }) => tells),
    parts: parts.map((part) => ({
      ...told(part, TOLD_OF_PART),
      ...(part.beside && { beside: part.beside }),
      resolution: toldTo(part.resolution),
    })),
    availability: { enough: canSupply === null ? null : canSupply === 'unlimited' || canSupply >= quantity, leadDays },
  };
}
