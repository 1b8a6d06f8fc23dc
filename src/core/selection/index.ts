export { type Answer, type OptionPick } from './answer';
export { DEEPEST_SELECTION, type Selection, selectionSchema } from './selection';
export { AT_ITEM, AT_QUANTITY, AT_SELECTION, atChoice, isAtChoice, type Where, whereText, withinPart } from './where';
