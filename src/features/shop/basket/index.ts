export { BasketPage } from './basket-page';
