export { CountList } from './entering/count-list';
export { EntriesPage } from './entering/entries-page';
export { StockItemPage } from './stock-item-page';
export { StockList } from './stock-list';
