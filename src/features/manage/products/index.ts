export { ProductList } from './product-list';
export { productsQuery } from './products-query';
