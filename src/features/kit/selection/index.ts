export { BreakTable, MoreForLessNote } from './break-table';
export { CutPlanView } from './cut-plan';
export { DoneWhen } from './done-when';
export { givenPicture, pictureOf } from './given-pictures';
export { selectionOf } from './given-parts';
export { ItemProblems } from './item-problems';
export { type PartOfLine, PartsList } from './parts-list';
export { PerMeasure } from './per-measure';
export { MeasureLine, PictureMeasures } from './picture-measures';
export { placeLabel, placeWords } from './place-words';
export { ProblemNote } from './problem-note';
export { ChoicesForm, ProductForm } from './product-form';
export { isShownInButtons, QuantityField } from './quantity-field';
export { savingWords } from './saving-words';
export { type Answers } from './selection-form';
export { TaxNote } from './tax-note';
export { uploadedFileSchema } from './uploaded-file';
export {
  type KnownStock,
  quantityFrom,
  type SelectionOptions,
  type SelectionState,
  type StockView,
  useSelection,
  useSurroundings,
} from './use-selection';
export { weightWords } from './weight-words';
export { WorkingTable } from './working-table';
