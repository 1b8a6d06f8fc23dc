export {
  answerOf,
  answersOf,
  choiceRef,
  type FieldMark,
  figure,
  formulaRef,
  formulaText,
  groupRef,
  markOf,
  optionRef,
  ownKey,
  partAnswersOf,
  pictureRef,
  placeRef,
  priceListRef,
  productBeside,
  productRef,
  type Referred,
  type Scope,
  sheetRef,
  stockRef,
  swatchRef,
  taxClassRef,
  unitCode,
} from './fields';
export { hasName, withName } from './names';
export { beside, column, enclosingChoice, keyAt, type Trail } from './trail';
export { mapReferences, type Reference, visitReferences } from './walk';
