export { isInForce, listAlone, listsOf, pricedFor, pricesFor } from './in-force';
export { listFaults, type ThingsByProduct } from './list-faults';
export { DAYS_LOOKED_BACK, lowestBefore, type PastPrices } from './lowest';
export { type Pricing, pricingsOf } from './pricings';
export { kindOfThing, type ThingOf, thingsOf, titleOfThing, titleOfVariant } from './kinds-of-thing';
export { type Touched, touchedBy } from './touched';
export { type ListedAs, listedOf, namedIn, namingOnly, pricesOf, sameThing } from './things';
export { type Listed, type ListedBase, saysAnything, withListPrices } from './with-list-prices';
