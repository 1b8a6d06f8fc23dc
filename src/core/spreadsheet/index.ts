export { type Grid } from './grid';
export { type SpreadsheetKey, spreadsheetKeys, spreadsheetKind } from './kinds';
export { unitText } from './kinds/stock';
export { readSpreadsheet, type SpreadsheetReading } from './read';
export { writeSpreadsheet, type WrittenSpreadsheet } from './write';
