export { allOf, ALWAYS, anyOf, type Formula, hasValue, holdsFor, NEVER, not, valuesWhere, variablesOf } from './formula';
export { countSolutions } from './count';
export { CLOSE, type Goal, minimise, type Optimum, sumOf } from './optimum';
export { type Budget, NO_COSTS, type Objective, Solver, spend, within } from './solver';
export { Space } from './space';
