export { type DecimalSign, type Grid } from './grid';
export { type SpreadsheetKey, spreadsheetKeys, spreadsheetKind } from './kinds';
export { readSpreadsheet, type SpreadsheetFault, type SpreadsheetReading } from './read';
export { writeSpreadsheet, type WrittenSpreadsheet } from './write';
