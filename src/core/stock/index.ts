export {
  type Availability,
  availabilityOf,
  availableToPromise,
  type Draw,
  type Missing,
  missingFor,
  type StockCutPlan,
} from './availability';
export * from './cutting';
export { type DrawDefinition, drawSchema, STOCK_PLACES } from './draw';
export { FEW, isTold, mustBeAsked, toldOf, type ToldStock } from './told';
export { type LyingInLots, type StockFigure, type StockView, stockView, stockViewOf, withReceived } from './stock-view';
