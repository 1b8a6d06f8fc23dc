export { OrderPage } from './order-page';
export { ShopFrame } from './shop-frame';
export { ShopList } from './shop-list';
