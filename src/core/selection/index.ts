export { type Answer, type AnsweredFile, type Extent, extentSchema, type OptionPick } from './answer';
export {
  answerPlaced,
  FILE_PLACE_LIMITS,
  fileAnswer,
  type FilePlace,
  filesInAnswer,
  isUnmoved,
  type NamedFile,
  turnWithin,
  UNMOVED,
} from './file-answer';
export {
  answersSchema,
  answersWithin,
  filesNamedIn,
  type PartSelection,
  type Selection,
  selectionFields,
  selectionSchema,
} from './selection';
export {
  entryPlace,
  type GivenEntry,
  givenEntry,
  placeOfEntry,
  refilled,
  type SlotEntry,
  slotEntries,
} from './slot-entry';
export { AT_ITEM, AT_QUANTITY, AT_SELECTION, atChoice, type Where, whereText } from './where';
