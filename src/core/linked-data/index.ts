export { type Linked, productAddress, productData } from './product-data';
