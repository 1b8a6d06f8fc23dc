export {
  ALL_ON_SHELVES,
  isNarrowed,
  pageSaid,
  type PriceFault,
  pricesAsked,
  type PricesAsked,
  type ShopAsked,
  shopAskedFrom,
  shopParams,
  type ShopSort,
  shopSorts,
  type TraitAsked,
} from './asked';
export { type Trait, traitsOf } from './traits';
