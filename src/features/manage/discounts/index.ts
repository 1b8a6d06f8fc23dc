export { Discounts } from './discounts';
