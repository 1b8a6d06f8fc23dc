export { absoluteAddress, type Linked, productAddress, productData } from './product-data';
