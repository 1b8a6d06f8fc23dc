export { type CompiledFormula, compileFormula, type FormulaScope, type LineValue } from './compile-formula';
export { type Dim, dimOf, dimWords, MONEY, NUMBER, sameDim } from './dimension';
export { type FormulaFault, type FormulaFaultData, type FormulaStop } from './formula-fault';
export { functions } from './functions';
export { parser as formulaParser } from './parser';
export { DEEPEST, LONGEST_FORMULA, parseFormula } from './tree';
export { formulaUnit, unitNames } from './units';
