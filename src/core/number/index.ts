export { decimalText, LONGEST_FIGURE } from './decimal-text';
export { Exact, type RoundingMode } from './exact';
export { WRITTEN_PLACES, written } from './written';
export { groupDigits } from './grouped';
export { typedDecimal } from './typed-decimal';
