import { z } from 'zod';
import { decimalText, Exact } from '../../number';
import { amountSchema, type Amount } from '../../pricing/amount';
import { problem, type Problem, type ProblemData } from '../../problems';
import { drawSchema, type DrawDefinition } from '../../stock/draw';
import { type FaultData, type Path } from '../faults';

/** What things in a catalog are called inside: lower-case letters, digits and hyphens, a letter first. */
export const KEY_PATTERN = /^[a-z][a-z0-9-]{0,59}$/;

export const keySchema = z.string().regex(KEY_PATTERN, 'use lower-case letters, digits and hyphens, a letter first, at most 60');

export const weightSchema = z.strictObject({
  value: decimalText,
  unit: z.string().describe('UCUM code of a unit of mass'),
});

export type Weight = z.infer<typeof weightSchema>;

/** A piece of a SKU: kept to what every label, scanner and spreadsheet takes. */
export const SKU_PATTERN = /^[A-Za-z0-9][A-Za-z0-9._/-]{0,39}$/;

export const skuPart = z.string().max(40).nullable().default(null).describe('what it adds to the SKU');

/** What every choice has, of whatever kind. */
export const choiceFields = {
  key: keySchema,
  title: z.string().max(120),
  help: z.string().max(500).nullable().default(null),
  required: z.boolean().default(true),
};

export const effectFields = {
  amount: amountSchema.nullable().default(null),
  sku: skuPart,
  weight: weightSchema.nullable().default(null),
  draws: z.array(drawSchema).max(20).default([]),
};

/** What an answer does to the item beside being recorded. */
export interface Effect {
  readonly label: string;
  readonly amount: Amount | null;
  readonly sku: string | null;
  readonly weight: Weight | null;
  readonly draws: readonly DrawDefinition[];
  /** where in the definition it stands */
  readonly path: Path;
}

/** An answer that has been read and counts. */
export interface Answer {
  /** the same text for the same answer, however it was typed */
  readonly canonical: string;
  /** as it is shown in a basket or an order */
  readonly shown: string;
  /** key of the option that was chosen, or null */
  readonly option: string | null;
  /** a number, or a measure in the choice's own unit, or null */
  readonly value: Exact | null;
  /** characters of a text, all of them and without its spaces */
  readonly characters: number;
  readonly charactersWithoutSpaces: number;
  /** which of the choice's effects it brings, -1 for none */
  readonly effect: number;
}

/** A choice made ready to read answers. */
export interface ChoiceReader {
  /** what a complete answer takes: a pick, something typed, or a yes or no */
  readonly ask: 'choose' | 'enter' | 'answer';
  /** the kind of answer it takes, for a message */
  readonly expected: string;
  readonly effects: readonly Effect[];
  /** the answer that counts when none is given, in the form a selection has, or null */
  readonly fallback: unknown;
  /**
   * Reads one answer that is neither absent nor null. Never throws.
   *
   * @param problems takes what is wrong with the answer
   * @returns null when the answer is empty or wrong
   */
  read(raw: unknown, problems: Problem[]): Answer | null;
}

/** Takes a fault of the definition. */
export type Report = (path: Path, fault: FaultData) => void;

export const plainAnswer: Answer = {
  canonical: '',
  shown: '',
  option: null,
  value: null,
  characters: 0,
  charactersWithoutSpaces: 0,
  effect: -1,
};

/** An answer that is a value: a number, or a measure in the choice's own unit. */
export function valueAnswer(value: Exact, canonical: string, shown: string): Answer {
  return { canonical, shown, option: null, value, characters: 0, charactersWithoutSpaces: 0, effect: 0 };
}

/** Notes a problem beside a choice and returns null, the answer that a wrong answer has. */
export function refuse(problems: Problem[], key: string, data: ProblemData): null {
  problems.push(problem(`choice:${key}`, data));
  return null;
}

/**
 * Reads a decimal of the definition, where one may be absent.
 *
 * @returns null when absent or wrong; what is wrong is reported
 */
export function readLimit(text: string | null, path: Path, report: Report): Exact | null {
  if (text === null) return null;
  const value = Exact.parse(text);
  if (!value) report(path, { code: 'notDecimal', given: text });
  return value;
}
