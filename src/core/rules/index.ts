export { compileCondition, type ConditionProgram } from './condition';
export { askedOf, type ConditionScope, type Facts, type Figure, holdsOnDay, type Weighing } from './kinds-of-test';
export { type EffectClause, type EffectKind, type ItemChanges, kindOfEffect } from './effects';
export {
  compileRules,
  type EffectOnChoice,
  firing,
  type Placed,
  type RuleProgram,
  type RulesProgram,
  type Ruling,
  rulingOn,
  smallestChange,
  tableAllows,
  type TableProgram,
} from './rules';
