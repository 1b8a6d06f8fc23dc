export {
  canLieInLots,
  catalogJsonSchema,
  type CatalogReading,
  checkCatalog,
  faultJson,
  type FaultJson,
  LARGEST_CATALOG,
  nameFaults,
  pathText,
  readCatalog,
  surroundingsOf,
} from './catalog-file';
export { importFaults, type ImportFault } from './import-faults';
export { catalogText } from './catalog-text';
export { withoutDefaults } from './without-defaults';
export { TAKEN_OUT, typedIn, type TypedOf, withoutTyped } from './without-typed';
export { definitionFromVersion1, resolutionFromEarlier } from './earlier-forms';
export { checkSelections } from './check-selections';
export { type CustomerView, customerView } from './customer-view';
export {
  asShown,
  type CustomerResolution,
  customerResolution,
  type ToldTax,
  withoutWorkshop,
} from './customer-resolution';
export { readJsonText } from './json-text';
export { readShape, type ShapeReading } from './read-shape';
export { type ShapeFault, shapeFaults } from './shape-faults';
export { pageView } from './page-view';
export { type ProductForm, productForm } from './product-form';
export { packSurroundings, type PortableSurroundings, unpackSurroundings } from './portable-surroundings';
export {
  type CountedAnswerJson,
  type CutPlanJson,
  cutPlanJson,
  type OptionOfferJson,
  type PartJson,
  type PriceLineJson,
  problemJson,
  type QuantityJson,
  resolutionJson,
  type ResolutionJson,
} from './resolution-json';
export { type LotLine, readLotList } from './lot-list';
export { readOptionLine, type TypedOption } from './option-line';
export { type OptionLine, readOptionList } from './option-list';
export {
  type AmountScope,
  isCounted,
  isText,
  measuresOf,
  readTypedAmount,
  textsOf,
  type TypedAmount,
  unitMeasured,
  writeTypedAmount,
} from './typed-amount';
export { readTypedMoney, type TypedMoney } from './typed-money';
export { type EntryKind, entryKinds, type EntryLine, plainCode, readEntryList, withEntries } from './entry-list';
export { type KnownSkus, type PartLine, readPartsList, skusInPartsList } from './parts-list';
export { type BreakLine, readBreakList } from './breaks-list';
export { type QuantityLine, readQuantityList } from './quantity-list';
export { type ProductLine, readProductList } from './product-list';
export { type SwatchLine, swatchesFromCsv, swatchesToCsv } from './swatch-csv';
export { proofOf } from './keep-proof';
export {
  type PriceCell,
  type PricedProduct,
  priceIn,
  addressesInTable,
  cellsThatChange,
  readPriceTable,
  withPrice,
  writePriceTable,
} from './price-table';
