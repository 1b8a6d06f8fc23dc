export { analyse, type Analysis, type AnalysisLimits, type PriceEnd, type Stage, stages, USUAL_LIMITS } from './analyse';
export { type SharedSku } from './shared-skus';
export { type Example } from './example';
export { type Change, CLICK_STEPS, NextClick, type Outlook } from './next-click';
export { analysisFaults, forReadiness } from './findings';
export { sellableRange } from './price-range';
