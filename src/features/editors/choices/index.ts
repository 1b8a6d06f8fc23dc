export { AddChoice } from './add-choice';
export { choiceKindsHere } from './kinds';
export { copyOfChoice } from './new-choice';
export { WHEN_OUT } from './when-out';
