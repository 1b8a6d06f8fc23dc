export * from './schema';
export {
  type Answer,
  type Choice,
  choiceKinds,
  type ChoiceKind,
  choiceReader,
  type ChoiceReader,
  checkChoice,
  choiceSchema,
  COLOUR_PATTERN,
  type Effect,
  hasOptions,
  KEY_PATTERN,
  keySchema,
  LONGEST_TEXT,
  type Option,
  type OptionsChoice,
  type Report,
  SKU_PATTERN,
  type Weight,
} from './choices';
export { type Fault, type FaultCode, type FaultData, gravityOf, type Path } from './faults';
export { type Merge, mergeEdits, same as sameDefinition } from './merge';
