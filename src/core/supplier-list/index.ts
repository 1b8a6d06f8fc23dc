export { fittedMapping, guessMapping, looksLikeList } from './guess';
export {
  choiceTitle,
  type ColumnUse,
  columnUses,
  type ListColumn,
  type ListMapping,
  listMappingSchema,
  type ValueOrder,
  valueOrders,
} from './mapping';
export { type FoundProduct, type ListReading, readSupplierList } from './read';
export { type ListTable, tableOf } from './table';
