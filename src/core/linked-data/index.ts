export { type ListedPicture, listedPictures } from './listed-pictures';
export { absoluteAddress, type Linked, productAddress, productData } from './product-data';
