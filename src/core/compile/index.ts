export { type AddOnProgram } from './add-ons';
export { NOBODY, programAsPart } from './as-part';
export { compile } from './compile';
export { type FormulaInput, formulaInputsOf, type FormulaProgram } from './formulas';
export { type ChoiceShown, type OptionOffer } from './offers';
export { type CandidateProgram, type ComponentProgram, type KitPrice, type KitProgram } from './kit';
export { type PriceSource, type PriceStep } from './price-steps';
export { type Program, variantKey, type VariantProgram } from './program';
export { LEFT_OUT } from './variants';
