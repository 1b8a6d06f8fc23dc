export { type Linked, productData } from './product-data';
