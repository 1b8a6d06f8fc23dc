export { minorUnits } from './currencies';
export { formatMoney, moneyDigits, roundToMinorUnit } from './money';
