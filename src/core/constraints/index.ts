export {
  allOf,
  ALWAYS,
  anyOf,
  type Formula,
  hasValue,
  holdsFor,
  NEVER,
  not,
  valuesWhere,
  variablesOf,
} from './formula';
export { countSolutions } from './count';
export { CLOSE, type Goal, minimise, type Optimum } from './optimum';
export { type Budget, spend, within } from './budget';
export { NO_COSTS, type Objective } from './branching';
export { Solver } from './solver';
export { Space } from './space';
