export { asks, firstTest, isMeasured } from './choosing';
export { ConditionField } from './condition-field';
