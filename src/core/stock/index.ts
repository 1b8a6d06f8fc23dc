export { type Availability, availabilityOf, availableToPromise, type Draw, levelsOf, type StockLevels } from './availability';
export { type DrawDefinition, drawSchema } from './draw';
export * from './cutting';
