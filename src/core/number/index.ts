export { decimalText } from './decimal-text';
export { Exact, type RoundingMode } from './exact';
