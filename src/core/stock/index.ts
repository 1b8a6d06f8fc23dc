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
  type ToldLevels,
  type StockLots,
} from './availability';
export * from './cutting';
export { type DrawDefinition, drawSchema, STOCK_PLACES } from './draw';
export { FEW, mustBeAsked, toldLevelsOf, toldOf, type ToldStock } from './told';
