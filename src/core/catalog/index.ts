export * from './schema';
export * from './choices';
export { changedKind, type ChangedKind, type ChoiceField } from './choices/changed-kind';
export { choiceName, choiceUnit, namedCondition, optionNames, variantTitle } from './named';
export { inCurrency, namesCurrency } from './in-currency';
export { dequal as sameDefinition } from 'dequal';
export { type Merge, mergeEdits } from './merge';
export { gtinCheckDigit, gtinFault } from './gtin';
export {
  alike,
  conditionHolds,
  isPlacedByCondition,
  type Override,
  overrideSchema,
  type PlaceCondition,
  placeConditionSchema,
  type Placement,
  placedOn,
  placementSchema,
  placementsOf,
  saysNothing,
  type Sheet,
  sheetSchema,
} from './sheet';
export { type Swatch, swatchByName, swatchesByName, swatchSchema } from './swatch-book';
export {
  blends,
  followed,
  type Layer,
  type LayerOf,
  layerSchema,
  lengthsOf,
  MOST_LAYERS,
  MOST_POINTS,
  MOST_VIEWS,
  type PictureColour,
  type PictureLength,
  type ProductView,
  viewSchema,
  type WorkshopDrawing,
  workshopDrawingSchema,
} from './views';
export { type Condition, conditionSchema, DEEPEST_CONDITION, type Test } from '../conditions';
export { type CompatibilityTable, type Rule, type RuleEffect, ruleSchema, tableSchema } from './rules';
export { isListedByView, picturesAsListed, viewAddress } from './listed-by';
export { beginsWith, ruleShowing, type Shown, shownBy, type ShownBy, whenOf } from './shown-when';
export {
  candidateSchema,
  MOST_OF_A_PART,
  type Part,
  type PartCandidate,
  partSchema,
  type PartsPrice,
  type PlaceOfSale,
} from './parts';
export { draftsAlong } from './drafts-along';
export { floorOf, type MarginFloor } from './margin-floor';
export { type Proof, proofSchema } from './proofs';
export {
  type Facet,
  facets,
  isPlaced,
  jointQuantitiesFor,
  type PlacedQuantity,
  placedQuantityFor,
  placedQuantitySchema,
  type QuantityFrom,
  quantityOf,
  type QuantityPlace,
  type Shelved,
} from './quantities';
export {
  type KnownPriceList,
  type ListInForce,
  type ListPrice,
  listPriceSchema,
  type PricedThing,
  type PriceList,
  priceListSchema,
  type PricesInForce,
} from './price-lists';
export { type Fit, fitSchema } from './fits';
export { type Prepared, preparedSchema } from './prepared';
export {
  type Property,
  propertyCompares,
  propertySchema,
  propertyText,
  type PropertyValue,
  readProperty,
} from './properties';
export { joins, withCandidates } from './candidates-of-slot';
export { hasName, withName } from '../fields';
export { type Formula, formulaName, formulaSchema, type FormulaServes, type Rate, rateSchema } from './formulas';
export { withInside } from './inside-selection';
export { type PatternKey, patternKeys, patterns } from './patterns';
export { NOBODY, sectionsOf, withinSections, withSections } from './sections';
export { copyAlong, type CopiedAlong, type LeftBehind, type Tied } from './copy-along';
export { renamedChoice, renamedFormula, renamedRule } from './renamed';
export { freeKey, freeKeys, keyFrom } from './free-key';
export {
  placesWhere,
  type References,
  referencesOf,
  type Referring,
  refersToProduct,
  withCalled,
  withPictures,
  withTypefaces,
  withStock,
} from './references';
export { type Discount, type DiscountGives, discountSchema } from './discounts';
export { countrySchema, type Delivery, type Tax, taxSchema, type TaxShown, taxShown } from './tax';
export { isCountry } from './country';
export {
  buyWordOf,
  type CheckoutField,
  type CheckoutFieldKind,
  checkoutFieldKinds,
  LONGEST_ASKED,
  LONGEST_WORD,
  MOST_ASKED,
  type RenamedWord,
  renamedWords,
  type ShopPages,
  stockShown,
  USUAL_WORDS,
  wordIn,
} from './shop-pages';
