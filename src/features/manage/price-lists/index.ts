export { timeWords } from './list-words';
export { PriceLists } from './price-lists';
export { PricePlaces } from './price-places';
