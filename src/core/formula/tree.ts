import { type SyntaxNode } from '@lezer/common';
import { Exact } from '../number';
import { type FormulaFault, type FormulaFaultData, type Span } from './formula-fault';
import { parser } from './parser';

export type Operator = '+' | '-' | '*' | '/' | '^' | '<' | '<=' | '>' | '>=' | '==' | '!=' | 'and' | 'or';

/** A formula's tree: what checking, compiling and explaining work on. */
export type Expression = Span &
  (
    | { readonly kind: 'number'; readonly value: Exact }
    | { readonly kind: 'quantity'; readonly value: Exact; readonly unit: string; readonly unitSpan: Span }
    | { readonly kind: 'name'; readonly name: string }
    | {
        readonly kind: 'call';
        readonly name: string;
        readonly nameSpan: Span;
        readonly arguments: readonly Expression[];
      }
    | { readonly kind: 'negated' | 'not'; readonly of: Expression }
    | { readonly kind: 'binary'; readonly operator: Operator; readonly left: Expression; readonly right: Expression }
  );

export interface FormulaLine extends Span {
  /** null for a last line without a name */
  readonly name: string | null;
  readonly nameSpan: Span;
  readonly expression: Expression;
}

export const LONGEST_FORMULA = 20_000;
export const MOST_LINES = 200;
export const DEEPEST = 60;

const OPERATORS: Readonly<Record<string, Operator>> = {
  '×': '*',
  '·': '*',
  '÷': '/',
  '−': '-',
  '≤': '<=',
  '≥': '>=',
  '≠': '!=',
};

class TooDeep extends Error {}

/** Reads a formula. Never throws; what can't be read is a fault at its place. */
export function parseFormula(text: string): {
  readonly lines: readonly FormulaLine[];
  readonly faults: readonly FormulaFault[];
} {
  const faults: FormulaFault[] = [];
  const report = (from: number, to: number, data: FormulaFaultData) =>
    faults.push({ from, to, line: lineAt(text, from), data });
  if (text.length > LONGEST_FORMULA) {
    report(LONGEST_FORMULA, text.length, { code: 'tooLong', most: LONGEST_FORMULA, what: 'characters' });
    return { lines: [], faults };
  }
  const tree = parser.parse(text);
  tree.iterate({
    enter(node) {
      if (!node.type.isError || faults.length > 0) return;
      const from = Math.min(node.from, Math.max(0, text.length - 1));
      report(from, Math.max(node.to, from + 1), {
        code: 'syntax',
        near: text.slice(node.from, node.from + 12).split('\n')[0] ?? '',
      });
    },
  });
  if (faults.length > 0) return { lines: [], faults };
  const lines: FormulaLine[] = [];
  for (let node = tree.topNode.firstChild; node; node = node.nextSibling) {
    if (node.name !== 'Line') continue;
    if (lines.length === MOST_LINES) {
      report(node.from, node.to, { code: 'tooLong', most: MOST_LINES, what: 'lines' });
      return { lines: [], faults };
    }
    try {
      lines.push(lineOf(node, text));
    } catch (error) {
      if (!(error instanceof TooDeep)) throw error;
      report(node.from, node.to, { code: 'tooDeep', most: DEEPEST });
      return { lines: [], faults };
    }
  }
  if (lines.length === 0) report(0, text.length, { code: 'emptyFormula' });
  lines.slice(0, -1).forEach((line) => {
    if (line.name === null) report(line.from, line.to, { code: 'unnamedLine' });
  });
  return { lines, faults };
}

/** The line of a place in a text, counted from 1. */
export function lineAt(text: string, place: number): number {
  let line = 1;
  for (let index = text.indexOf('\n'); index >= 0 && index < place; index = text.indexOf('\n', index + 1)) line += 1;
  return line;
}

function lineOf(node: SyntaxNode, text: string): FormulaLine {
  const inner = node.firstChild;
  const definition = inner?.name === 'Definition' ? inner : null;
  const name = definition?.firstChild ?? null;
  const span = { from: node.from, to: node.to };
  return {
    ...span,
    name: name && text.slice(name.from, name.to),
    nameSpan: name ? { from: name.from, to: name.to } : span,
    expression: expressionOf(definition ? definition.lastChild : inner, text, 0),
  };
}

function expressionOf(node: SyntaxNode | null, text: string, depth: number): Expression {
  if (!node || depth > DEEPEST) throw new TooDeep();
  const span = { from: node.from, to: node.to };
  const said = (part: { from: number; to: number }) => text.slice(part.from, part.to);
  const child = (part: SyntaxNode | null) => expressionOf(part, text, depth + 1);
  switch (node.name) {
    case 'Number':
      return { kind: 'number', ...span, value: Exact.parse(said(node)) ?? Exact.zero };
    case 'Quantity': {
      const [number, unit] = [node.firstChild, node.lastChild];
      return {
        kind: 'quantity',
        ...span,
        value: Exact.parse(number ? said(number) : '') ?? Exact.zero,
        unit: unit ? said(unit) : '',
        unitSpan: unit ? { from: unit.from, to: unit.to } : span,
      };
    }
    case 'Variable':
      return { kind: 'name', ...span, name: said(node) };
    case 'Group':
      return child(node.firstChild?.nextSibling ?? null);
    case 'Call': {
      const name = node.firstChild;
      const given: Expression[] = [];
      for (let part = name?.nextSibling ?? null; part; part = part.nextSibling)
        if (/^[A-Z]/.test(part.name)) given.push(child(part));
      return {
        kind: 'call',
        ...span,
        name: name ? said(name) : '',
        nameSpan: name ? { from: name.from, to: name.to } : span,
        arguments: given,
      };
    }
    case 'Unary':
      return { kind: 'negated', ...span, of: child(node.lastChild) };
    case 'Not':
      return { kind: 'not', ...span, of: child(node.lastChild) };
    case 'Binary': {
      const [left, sign, right] = [node.firstChild, node.firstChild?.nextSibling ?? null, node.lastChild];
      const written = sign ? said(sign) : '+';
      return {
        kind: 'binary',
        ...span,
        operator: OPERATORS[written] ?? (written as Operator),
        left: child(left),
        right: child(right),
      };
    }
    default:
      throw new TooDeep();
  }
}
