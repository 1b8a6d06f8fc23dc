export { conversionFactor, convert, formatQuantity, type Quantity } from './quantity';
export { type MeasureFault, readMeasure, readNumber } from './parse';
export { type Dimension, requireUnit, type Unit, unitByCode, unitByText, units, unitsOf } from './units';
