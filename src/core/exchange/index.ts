export { catalogJsonSchema, checkCatalog, LARGEST_CATALOG, pathText, readCatalog, surroundingsOf } from './catalog-file';
export { type PriceLineJson, type QuantityJson, resolutionJson, type ResolutionJson } from './resolution-json';
