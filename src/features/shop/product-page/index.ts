export { DraftPage } from './draft-page';
export { ProductPageSoon } from './product-page-soon';
