export { ApiReference } from './api-reference';
