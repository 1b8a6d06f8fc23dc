export { ProductList } from './product-list';
