export { withChanged } from './changed';
export { type DecimalSign, decimalSignOf, type Grid, withPoint } from './grid';
export { ownersIn } from './kind';
export { type SpreadsheetKey, spreadsheetKeys, spreadsheetKind } from './kinds';
export { tagsIn } from './kinds/products';
export { unitText } from './kinds/stock';
export { readSpreadsheet, spreadsheetIn, type SpreadsheetReading } from './read';
export { writeSpreadsheet, type WrittenSpreadsheet } from './write';
