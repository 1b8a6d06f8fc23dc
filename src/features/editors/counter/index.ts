export { Counter } from './counter';
