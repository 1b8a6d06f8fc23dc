export { flatten } from './flatten';
export { type FlatAnswers, flatSelections } from './selections';
