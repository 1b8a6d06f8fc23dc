export { facetWords, priceWords } from './facets';
export { changeWords, coverageWords, selectionsWords, stageWords } from './analysis';
export { faultWords } from './faults';
export { formulaFaultWords } from './formulas';
export { conditionWords, effectWords } from './rules';
export { counted, dimensionNames } from './problems';
export { amountWords, basisWords, cutPlanWords, lineValueWords, quantityWords } from './working';
