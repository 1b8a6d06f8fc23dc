export {
  type BothOf,
  type CatalogList,
  catalogLists,
  type ComparedThing,
  compareCatalogs,
  currentOf,
  PLACE_AMONG,
  productsOf,
  sheetsOf,
  thingName,
  thingNames,
} from './catalogs';
export { type Difference, type DifferenceStep, differencesOf, takenBack } from './differences';
export {
  afterImport,
  asDrafts,
  type ClashWay,
  clashWays,
  type Decisions,
  incoming,
  onlyThings,
  type PlannedThing,
  planImport,
  wayOf,
} from './plan';
