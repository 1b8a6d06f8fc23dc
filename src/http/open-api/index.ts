export { apiDescription } from './description';
