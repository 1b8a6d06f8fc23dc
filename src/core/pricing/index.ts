export { type Amount, amountSchema } from './amount';
export {
  type Breaks,
  breaksSchema,
  MOST_STEPS,
  type BreaksProgram,
  type BreakStep,
  broken,
  stepAt,
  type Stretch,
  stretches,
} from './breaks';
export {
  asListed,
  beyondCovered,
  coversUsual,
  type KitTerms,
  lessAmount,
  lessPercent,
  ownKitPrice,
  SUM_OF_PARTS,
} from './kit-terms';
export { type AmountKind, countedChoice, kindOfAmount } from './kinds-of-amount';
export {
  type AmountProgram,
  type AmountTarget,
  type Basis,
  type PriceLine,
  type PricingInputs,
  roundingLine,
  timesLine,
} from './lines';
export { type CurvePoint, type PriceBreak, type PriceCurve, priceCurve } from './price-curve';
export { type Contents, contentsSchema, pricePerMeasure } from './per-measure';
export { writtenLines } from './written';
