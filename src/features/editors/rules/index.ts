export { asks, firstTest } from './choosing';
export { ConditionField } from './condition-field';
