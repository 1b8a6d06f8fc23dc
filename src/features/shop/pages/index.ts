export { OrderPage } from './order-page';
export { ShopFrame } from './shop-frame';
