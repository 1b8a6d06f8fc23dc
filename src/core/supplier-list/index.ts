export { guessMapping, type KeptMapping, looksLikeList, mappingFor } from './guess';
export { type ListColumnView, type ListLook, lookAtList, type LookAsked } from './look';
export {
  choiceTitle,
  type ColumnUse,
  columnUses,
  isPart,
  type ListColumn,
  type ListMapping,
  listMappingSchema,
} from './mapping';
export { type FoundProduct, type ListReading, readSupplierList } from './read';
