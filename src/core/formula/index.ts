export { type CompiledFormula, compileFormula, type LineValue } from './compile-formula';
export { type Dim, dimOf, dimWords, MONEY, NUMBER, sameDim } from './dimension';
export { type FormulaFault, type FormulaFaultData, type FormulaStop } from './formula-fault';
export { isFunction } from './functions';
export { parser as formulaParser } from './parser';
export { DEEPEST, LONGEST_FORMULA, parseFormula } from './tree';
export { formulaUnit, unitNames } from './units';
export { type FormulaScope } from './maker';
export { EVERYTHING, hull, isOnly, only, type Range, times as timesRange } from './range';
