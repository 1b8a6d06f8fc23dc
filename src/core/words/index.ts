export { facetWords, priceWords } from './facets';
export { changedAmountWords } from './changed-amounts';
export { changeWords, countWords, coverageWords, selectionsWords, stageWords } from './analysis';
export { formulaFaultWords } from './formulas';
export { COMPARISON_WORDS, conditionWords, listed, ruleName } from './conditions';
export { effectWords } from './rules';
export { counted } from './counted';
export { dimensionNames, faultWords, notFittingWords, problemText, problemWords, type Words } from './problems';
export { amountWords, basisWords, cutPlanWords, lineLabel, lineValueWords, quantityWords } from './working';
