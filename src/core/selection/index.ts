export { type Answer, type OptionPick } from './answer';
export { answersSchema, answersWithin, type PartSelection, type Selection, selectionFields, selectionSchema } from './selection';
export { AT_ITEM, AT_QUANTITY, AT_SELECTION, atChoice, type Where, whereText } from './where';
