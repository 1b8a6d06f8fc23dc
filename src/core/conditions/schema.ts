import { z } from 'zod';
import { beside, choiceRef, formulaRef, groupRef, optionRef, unitCode } from '../fields';
import { decimalText } from '../number';
import { comparisons } from './comparison';

const choice = choiceRef(z.string().max(130).describe('key of a choice'));
const optionKeys = z.array(optionRef({ choice: beside('choice', 1) })).max(300);

const compare = z.enum(comparisons);
const among = z.enum(['oneOf', 'noneOf']).default('oneOf');
const where = z
  .enum(['whole', 'anywhere', 'start', 'end'])
  .describe('where the words stand: all of it, or a part; upper and lower case and runs of spaces make no difference');
const texts = z.array(z.string().max(500)).max(50);
/** A date that is asked for, or the day it is. */
const dateOrToday = choice.nullable().describe('key of a date; null for the day it is in the shop');
const dayOfYear = z.string().max(5).describe('as MM-DD');

/** One thing that can hold or not. A test of an answer that is not there does not hold, whatever it asks. */
export const testSchema = z
  .discriminatedUnion('kind', [
    z
      .strictObject({ kind: z.literal('option'), choice, is: among, options: optionKeys })
      .describe('of several chosen, whether one of these is among them')
      .meta({ id: 'testOfOption' }),
    z
      .strictObject({ kind: z.literal('pieces'), choice, compare, value: z.int().min(0).max(1000) })
      .describe('how many pieces are in a slot')
      .meta({ id: 'testOfPieces' }),
    z
      .strictObject({
        kind: z.literal('figure'),
        formula: formulaRef(z.string().max(130).describe('key of a formula')),
        compare,
        value: decimalText,
        unit: unitCode().default('1').describe('UCUM code, or the shop’s currency'),
      })
      .describe('what a formula comes to')
      .meta({ id: 'testOfFigure' }),
    z
      .strictObject({ kind: z.literal('said'), choice, yes: z.boolean() })
      .describe('of a question answered with yes or no, and of consent')
      .meta({ id: 'testOfSaid' }),
    z.strictObject({ kind: z.literal('answered'), choice, answered: z.boolean() }).meta({ id: 'testOfAnswered' }),
    z
      .strictObject({ kind: z.literal('value'), choice, compare, value: decimalText })
      .describe('of a number, or of a measure in its own unit')
      .meta({ id: 'testOfValue' }),
    z
      .strictObject({ kind: z.literal('characters'), choice, compare, value: z.int().min(0).max(100_000) })
      .meta({ id: 'testOfCharacters' }),
    z
      .strictObject({ kind: z.literal('day'), choice, compare, day: z.string().max(10).describe('as YYYY-MM-DD') })
      .meta({ id: 'testOfDay' }),
    z
      .strictObject({ kind: z.literal('says'), choice, is: among, where, texts })
      .describe('what a text says')
      .meta({ id: 'testOfWords' }),
    z
      .strictObject({
        kind: z.literal('weekday'),
        choice: dateOrToday,
        is: among,
        weekdays: z.array(z.int().min(1).max(7)).max(7).describe('1 for Monday'),
      })
      .meta({ id: 'testOfWeekday' }),
    z
      .strictObject({ kind: z.literal('season'), choice: dateOrToday, is: among, from: dayOfYear, to: dayOfYear })
      .describe(
        'from one day of the year to another, both included; over the turn of the year where the second is earlier',
      )
      .meta({ id: 'testOfSeason' }),
    z
      .strictObject({
        kind: z.literal('weight'),
        compare,
        value: decimalText,
        unit: unitCode().default('kg').describe('UCUM code of a unit of mass'),
      })
      .describe('what one weighs: the product or variant, with what is chosen of it')
      .meta({ id: 'testOfWeight' }),
    z
      .strictObject({ kind: z.literal('quantity'), compare, value: z.int().min(0).max(1_000_000) })
      .meta({ id: 'testOfQuantity' }),
    z
      .strictObject({ kind: z.literal('group'), is: among, groups: z.array(groupRef()).max(50) })
      .meta({ id: 'testOfGroup' }),
    z
      .strictObject({ kind: z.literal('category'), is: among, categories: z.array(z.string().max(80)).max(100) })
      .meta({ id: 'testOfCategory' }),
    z
      .strictObject({ kind: z.literal('name'), is: among, where, texts })
      .describe('what the product is called')
      .meta({ id: 'testOfName' }),
    z
      .strictObject({ kind: z.literal('tag'), is: among, tags: z.array(z.string().max(40)).max(100) })
      .meta({ id: 'testOfTag' }),
    z
      .strictObject({ kind: z.literal('supplier'), is: among, suppliers: z.array(z.string().max(80)).max(100) })
      .meta({ id: 'testOfSupplier' }),
  ])
  .meta({ id: 'test' });

export type Test = z.infer<typeof testSchema>;

/** All, any or none of some conditions, or a single test. */
export type Condition = Test | { readonly kind: 'all' | 'any' | 'none'; readonly of: readonly Condition[] };

/** A condition nests at most so deep. */
export const DEEPEST_CONDITION = 12;

/** Written out level by level, not as a circle: what nests a thousand deep is refused and never followed down. */
function conditionOfDepth(depth: number): z.ZodType<Condition> {
  if (depth === 0) return testSchema;
  const group = z.strictObject({
    kind: z.enum(['all', 'any', 'none']),
    of: z.array(conditionOfDepth(depth - 1)).max(100),
  });
  // One list of kinds, so that a slip is told at its place and with what would be right.
  return z
    .discriminatedUnion('kind', [...testSchema.options, group])
    .meta({ id: depth === DEEPEST_CONDITION ? 'condition' : `condition${depth}` });
}

export const conditionSchema = conditionOfDepth(DEEPEST_CONDITION);
