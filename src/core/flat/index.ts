export { flatten } from './flatten';
