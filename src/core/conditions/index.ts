export { compares, type Comparison, comparisons } from './comparison';
export { type NamedCondition, type NamedRule, type NamedTest } from './named';
export { type Condition, conditionSchema, DEEPEST_CONDITION, type Test, testSchema } from './schema';
