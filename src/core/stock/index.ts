export { type Availability, availabilityOf, availableToPromise, type Draw, type StockLevels } from './availability';
export { type DrawDefinition, drawSchema } from './draw';
