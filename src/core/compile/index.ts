export { compile } from './compile';
export { type FormulaInput, formulaInputsOf, type FormulaProgram } from './formulas';
export { type ChoiceShown, type OptionOffer } from './offers';
export { type PartProgram } from './parts';
export { type PriceSource, type PriceStep } from './price-steps';
export { type Program, variantKey, type VariantProgram } from './program';
export { LEFT_OUT } from './variants';
