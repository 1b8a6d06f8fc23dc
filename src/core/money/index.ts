export { allocate } from './allocate';
export { currencies, minorUnits } from './currencies';
export { formatMoney, moneyDigits, roundToMinorUnit } from './money';
