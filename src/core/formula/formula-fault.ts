import { type Dim } from './dimension';

/** Where in a formula's text something stands, from the first character to behind the last. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/**
 * A part of a formula that is to be a value, or to hold or not: a line by its name, what is given to a function by the
 * function's.
 */
export type FormulaPlace =
  | 'result'
  | 'value'
  | 'negated'
  | 'multiplied'
  | 'divided'
  | 'divisor'
  | 'raised'
  | 'test'
  | 'not'
  | 'and'
  | 'or'
  | { readonly line: string }
  | { readonly givenTo: string };

/** What is wrong with a formula, as data. */
export type FormulaFaultData =
  | { readonly code: 'syntax'; readonly near: string }
  | { readonly code: 'emptyFormula' }
  | { readonly code: 'tooLong'; readonly most: number; readonly what: 'characters' | 'lines' }
  | { readonly code: 'tooDeep'; readonly most: number }
  | { readonly code: 'unnamedLine' }
  | { readonly code: 'unknownName'; readonly name: string; readonly nearest: string | null }
  | { readonly code: 'ofSeveral'; readonly name: string }
  | {
      readonly code: 'notAPlace';
      readonly function: string;
      readonly known: readonly string[];
      readonly nearest: string | null;
    }
  | { readonly code: 'unknownUnit'; readonly unit: string }
  | { readonly code: 'unknownFunction'; readonly name: string; readonly known: readonly string[] }
  | { readonly code: 'nameTwice'; readonly name: string }
  | { readonly code: 'nameTaken'; readonly name: string }
  | {
      readonly code: 'argumentCount';
      readonly name: string;
      readonly given: number;
      readonly least: number;
      readonly most: number;
    }
  | {
      readonly code: 'mixedDimensions';
      readonly does: 'adds' | 'takes' | 'compares' | 'chooses between';
      readonly left: Dim;
      readonly right: Dim;
    }
  | { readonly code: 'notACondition'; readonly where: FormulaPlace }
  | { readonly code: 'notAValue'; readonly where: FormulaPlace }
  | { readonly code: 'exponent' }
  | { readonly code: 'stepMissing'; readonly name: string; readonly dim: Dim }
  | { readonly code: 'oddRoot'; readonly dim: Dim }
  | { readonly code: 'wrongResult'; readonly is: Dim; readonly wanted: Dim };

export interface FormulaFault extends Span {
  /** counted from 1 */
  readonly line: number;
  readonly data: FormulaFaultData;
}

/** Why a formula that is right gives no value for some inputs. */
export type FormulaStop = { readonly code: 'divisionByZero' | 'tooLarge' | 'rootOfNegative'; readonly line: string };
