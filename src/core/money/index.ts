export { allocate } from './allocate';
export { minorUnits } from './currencies';
export { formatMoney, moneyDigits, roundToMinorUnit } from './money';
