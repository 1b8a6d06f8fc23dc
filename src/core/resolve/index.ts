export { type ProofDifference, type ProofOutcome, prove, proofOf } from './proofs';
export { compile } from './compile';
export { type FormulaInput } from './formulas';
export { type Program, variantKey } from './program';
export { readiness } from './readiness';
export { priceRange, type PriceRange } from './price-range';
export { type ChoiceShown, type CountedAnswer, type Item, type OptionOffer, type Resolution, type ResolutionState, type ResolveContext, type Selection } from './resolution';
export { resolve } from './resolve';
