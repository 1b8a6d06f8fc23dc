export { ShopSettings } from './shop-settings';
export { YourShop } from './your-shop';
