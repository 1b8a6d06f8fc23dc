import { z } from 'zod';
import { choiceRef, groupRef, ownKey, unitCode } from '../../fields';
import { decimalText, Exact } from '../../number';
import { type Amount, amountSchema } from '../../pricing/amount';
import { type Breaks, breaksSchema } from '../../pricing/breaks';
import { type AnswerForm, type FaultData, type Path, type Problem, problem, type ProblemData } from '../../problems';
import { type Answer, atChoice, type Extent, type OptionPick } from '../../selection';
import { type DrawDefinition, drawSchema } from '../../stock/draw';
import { type FileType } from './file-types';

/** What things in a catalog are called inside: lower-case letters, digits and hyphens, a letter first. */
export const KEY_PATTERN = /^[a-z][a-z0-9-]{0,59}$/;

export const keySchema = z
  .string()
  .regex(KEY_PATTERN, 'use lower-case letters, digits and hyphens, a letter first, at most 60')
  .meta({ id: 'key' });

export const weightSchema = z
  .strictObject({
    value: decimalText,
    unit: unitCode(z.string().describe('UCUM code of a unit of mass')),
  })
  .meta({ id: 'weight' });

export type Weight = z.infer<typeof weightSchema>;

/** A piece of a SKU: kept to what every label, scanner and spreadsheet takes. */
export const SKU_PATTERN = /^[A-Za-z0-9][A-Za-z0-9._/-]{0,39}$/;

/** A SKU made of words: `Smock, long` gives `SMOCK-LONG`; empty where they have no letters or digits. */
export function skuFrom(words: string): string {
  return (
    words
      .normalize('NFD')
      .replace(/\p{M}/gu, '')
      .toUpperCase()
      .match(/[A-Z0-9]+/g) ?? []
  )
    .join('-')
    .slice(0, 40)
    .replace(/-$/, '');
}

export const skuPart = z.string().max(40).nullable().default(null).describe('what it adds to the SKU');

/** Which customers see it: those of these groups, or everybody where there are none. */
export const groupsField = z
  .array(groupRef(keySchema))
  .max(20)
  .default([])
  .describe('keys of the customer groups that see it; empty for everybody');

/** What everything on a product's page has, whether it asks something or not. */
export const placedFields = {
  key: ownKey('choice', keySchema),
  title: z.string().max(120),
  insideName: z
    .string()
    .max(120)
    .default('')
    .describe('what the catalog manager calls it, where the title is not enough'),
  help: z.string().max(500).nullable().default(null),
  helpShown: z.enum(['always', 'onDemand']).default('always'),
  titleShown: z.boolean().default(true),
  width: z
    .enum(['wide', 'threeQuarters', 'narrow', 'quarter'])
    .default('wide')
    .describe('the whole width of the form, three quarters, half or a quarter of it'),
  fold: z
    .enum(['fixed', 'open', 'folded'])
    .default('fixed')
    .describe('whether customers can fold it away, and how it is to begin with'),
  groups: groupsField,
  forWorkshop: z
    .boolean()
    .default(false)
    .describe('whether the workshop alone sees it: what customers choose settles it, by its default and by rules'),
};

/** What of everything on a page customers may know: not what the catalog manager calls it inside. */
export const PLACED_TOLD = [
  'key',
  'title',
  'help',
  'helpShown',
  'titleShown',
  'width',
  'fold',
  'groups',
  'forWorkshop',
  'required',
] as const satisfies readonly (keyof typeof placedFields | 'required')[];

/** What every choice has, of whatever kind. */
export const choiceFields = {
  ...placedFields,
  required: z.boolean().default(true),
  sameSku: z.boolean().default(false).describe('whether answers that differ here alone are meant to share an SKU'),
};

/** What stands in an empty field, greyed. */
export const placeholderField = z
  .string()
  .max(120)
  .default('')
  .describe('what stands in the empty field, greyed; never an answer');

/** Why something is not counted in stock, though it is sold. */
export const reasonsNotCounted = ['madeToOrder', 'service'] as const;

export const notCountedField = z
  .enum(reasonsNotCounted)
  .nullable()
  .default(null)
  .describe('why it takes nothing from stock, where that is meant: it is made to order, or is a service');

/** How much of something that is not counted can be done in a day or a week. */
export const capacitySchema = z
  .strictObject({
    pieces: z.int().min(1).max(1_000_000),
    per: z.enum(['day', 'week']),
    by: choiceRef()
      .nullable()
      .default(null)
      .describe('key of the date choice that says when; null for as soon as there is room, in the order of orders'),
  })
  .meta({ id: 'capacity' });

export type Capacity = z.infer<typeof capacitySchema>;

export type NotCounted = (typeof reasonsNotCounted)[number];

export const effectFields = {
  amount: amountSchema.nullable().default(null),
  breaks: breaksSchema.nullable().default(null).describe('what the amount is from so many on'),
  wasPrice: decimalText.nullable().default(null).describe('what the amount was before, crossed out beside it'),
  sku: skuPart,
  weight: weightSchema.nullable().default(null),
  draws: z.array(drawSchema).max(20).default([]),
};

/** What of an effect customers may know: their page reckons with it. */
export const EFFECT_TOLD = [
  'amount',
  'breaks',
  'wasPrice',
  'sku',
  'weight',
  'draws',
] as const satisfies readonly (keyof typeof effectFields)[];

/** What an answer does to the item beside being recorded. */
export interface Effect {
  readonly label: string;
  readonly amount: Amount | null;
  readonly breaks: Breaks | null;
  readonly wasPrice: string | null;
  readonly sku: string | null;
  readonly weight: Weight | null;
  readonly draws: readonly DrawDefinition[];
  /** where in the definition it stands */
  readonly path: Path;
}

/** The part of an effect that a definition says. */
export type EffectFields = Omit<Effect, 'label' | 'path'>;

/** A file that a customer has uploaded, as the server knows it. */
export interface UploadedFile {
  readonly name: string;
  readonly type: FileType;
  /** bytes */
  readonly size: number;
  /** of a picture, how large it is; absent where nobody knows */
  readonly extent?: Extent;
}

/** What reading an answer depends on beside the choice. */
export interface AnswerContext {
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** what is known of an uploaded file, by its token; undefined for an unknown one */
  readonly files: (token: string) => UploadedFile | undefined;
}

/** What a complete answer takes: a pick, something typed, a yes or no, a file, consent; or nothing. */
export type Ask = 'choose' | 'enter' | 'answer' | 'upload' | 'agree' | 'nothing';

/** A choice made ready to read answers. */
export interface ChoiceReader {
  readonly ask: Ask;
  /** the kind of answer it takes, for a message */
  readonly expected: AnswerForm;
  readonly effects: readonly Effect[];
  /** the answer that counts when none is given, in the form a selection has, or null */
  fallback(context: AnswerContext): unknown;
  /**
   * Reads one answer that is neither absent nor null. Never throws.
   *
   * @param problems takes what is wrong with the answer
   * @returns null when the answer is empty or wrong
   */
  read(raw: unknown, problems: Problem[], context: AnswerContext): Answer | null;
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
  picks: [],
};

/** The picks of an answer that brings a choice's only effect. */
export const ONE_PICK: readonly OptionPick[] = [{ effect: 0, count: 1 }];

/** An answer that is a value: a number, or a measure in the choice's own unit. */
export function valueAnswer(value: Exact, canonical: string, shown: string): Answer {
  return { canonical, shown, option: null, value, characters: 0, charactersWithoutSpaces: 0, picks: ONE_PICK };
}

/** Notes a problem beside a choice and returns null, the answer that a wrong answer has. */
export function refuse(problems: Problem[], key: string, data: ProblemData): null {
  problems.push(problem(atChoice(key), data));
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

/** What a choice with a single effect brings, whatever the answer is. */
export function ownEffect(choice: { readonly title: string } & EffectFields, path: Path): Effect {
  const { title, amount, breaks, wasPrice, sku, weight, draws } = choice;
  return { label: title, amount, breaks, wasPrice, sku, weight, draws, path };
}

/** What is said to who may not see something, where something must be said. */
export const UNSEEN = 'Not offered';

/** An answer that brings nothing. */
export const NOTHING_BROUGHT = {
  amount: null,
  breaks: null,
  wasPrice: null,
  sku: null,
  weight: null,
  draws: [],
} satisfies EffectFields;

/** A choice with an effect of its own, without it. */
export function withoutEffect<C extends EffectFields>(choice: C): C {
  return { ...choice, ...NOTHING_BROUGHT };
}
