export { ShopList } from './shop-list';
