export { type Amount, amountSchema } from './amount';
export { type AmountProgram, amountProgram, type AmountTarget, type Basis, measureCharge, type PriceLine, type PricingInputs, roundingLine, timesLine } from './lines';
export { type CurvePoint, type PriceBreak, type PriceCurve, priceCurve } from './price-curve';
export { writtenLines } from './written';
