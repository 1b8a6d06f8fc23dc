export { canLieInLots, catalogJsonSchema, checkCatalog, LARGEST_CATALOG, pathText, readCatalog, surroundingsOf } from './catalog-file';
export { definitionFromVersion1, resolutionFromEarlier } from './earlier-forms';
export { readJsonText } from './json-text';
export { shapeFaults } from './shape-faults';
export { portableSurroundings, type PortableSurroundings, unpackSurroundings } from './portable-surroundings';
export { type CutPlanJson, cutPlanJson, type PriceLineJson, type QuantityJson, resolutionJson, type ResolutionJson } from './resolution-json';
export { type LotLine, readLotList } from './lot-list';
export { type OptionLine, readOptionList } from './option-list';
export { type SwatchLine, swatchesFromCsv, swatchesToCsv } from './swatch-csv';
