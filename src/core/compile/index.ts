export { type AddOnProgram } from './add-ons';
export { programAsPart } from './as-part';
export { partedKey, placedKey } from './placed-key';
export { shownAs, standingView, viewsWithLayers } from './sheet-views';
export { compile } from './compile';
export { type FitProgram } from './fits';
export { type Held } from './held';
export { figuresOf, weighingOf } from './product-rules';
export { resultUnit } from './properties';
export { type FormulaInput, formulaInputsOf, type FormulaProgram } from './formulas';
export { type ChoiceShown, type OptionOffer } from './offers';
export {
  calledAs,
  changesSku,
  type CandidateProgram,
  type ComponentProgram,
  type KitProgram,
  placesOf,
  type SlotProgram,
} from './kit';
export { programOf, programWith } from './derived';
export { drawsOfStep, type SupplyStep } from './supply-steps';
export { type PriceSource, type PriceStep } from './price-steps';
export { type Program, variantKey, type VariantProgram } from './program';
export { inNumbers, type NearerQuantity, type QuantityProgram, type QuantitySource } from './quantities';
export { LEFT_OUT } from './variants';
export { type FollowedProgram, type ViewProgram } from './views';
export { withAllWithin } from './within';
