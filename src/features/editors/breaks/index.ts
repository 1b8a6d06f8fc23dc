export { BreaksFields } from './breaks-fields';
