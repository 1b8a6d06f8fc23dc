export { allocate } from './allocate';
export { currencies, minorUnits } from './currencies';
export { currencySigns, formatMoney, moneyDigits, roundToMinorUnit } from './money';
