export {
  type Availability,
  availabilityOf,
  availableToPromise,
  type Draw,
  levelsOf,
  lotsOf,
  type LyingInLots,
  type StockCutPlan,
  type StockLevels,
  type StockLots,
} from './availability';
export * from './cutting';
export { type DrawDefinition, drawSchema, STOCK_PLACES } from './draw';
