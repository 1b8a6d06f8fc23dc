export { analyse, type Analysis, type AnalysisLimits, type Stage, stages, USUAL_LIMITS } from './analyse';
export { type SharedSku } from './shared-skus';
export { type Example } from './example';
export { CLICK_STEPS, NextClick, type Outlook } from './next-click';
export { type Anew, type Change } from './smallest-change';
export { analysisFaults, forReadiness } from './findings';
export { type PriceRange, sellableRange } from './price-range';
export { type PriceCoverage, type PriceEnd } from './price-ends';
