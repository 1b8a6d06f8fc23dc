export { ShopSettings } from './shop-settings';
