export { StockItemPage } from './stock-item-page';
export { StockList } from './stock-list';
