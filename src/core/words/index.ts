export { facetWords, priceWords } from './facets';
export { faultWords } from './faults';
export { counted, dimensionNames } from './problems';
export { amountWords, basisWords, quantityWords } from './working';
