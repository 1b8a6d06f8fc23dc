import { z } from 'zod';
import { answerOf, beside, choiceRef, column, optionRef, ownKey, pictureRef } from '../fields';
import { decimalText } from '../number';
import { amountSchema } from '../pricing/amount';
import { conditionSchema } from '../conditions';
import { drawSchema } from '../stock/draw';
import { keySchema, weightSchema } from './choices';

const choice = choiceRef(z.string().max(130).describe('key of a choice'));
const choices = z.array(choice).max(100);
const optionKeys = z.array(optionRef({ choice: beside('choice', 1) })).max(300);

/** What follows when a rule's condition holds. */
export const effectSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('show'), choices }).describe('they are on the page only while a rule shows them'),
    z.strictObject({ kind: z.literal('hide'), choices }),
    z
      .strictObject({ kind: z.literal('offer'), choice, options: optionKeys })
      .describe('only these options are offered'),
    z.strictObject({ kind: z.literal('withhold'), choice, options: optionKeys }),
    z.strictObject({ kind: z.literal('require'), choices }),
    z
      .strictObject({
        kind: z.literal('preselect'),
        choice,
        answer: answerOf(
          z.union([z.string().max(1000), z.boolean(), z.array(z.string().max(60)).max(300)]),
          beside('choice'),
        ),
      })
      .describe('counts while the customer answers nothing else'),
    z.strictObject({ kind: z.literal('amount'), amount: amountSchema }).describe('adds to the price, or takes from it'),
    z
      .strictObject({
        kind: z.literal('setPrice'),
        price: decimalText,
        addOns: z
          .enum(['covered', 'onTop'])
          .default('covered')
          .describe('whether what is taken along is within it or comes on top'),
      })
      .describe('takes the place of base and choice lines'),
    z.strictObject({ kind: z.literal('weight'), weight: weightSchema }),
    z.strictObject({ kind: z.literal('draw'), draw: drawSchema }),
    z
      .strictObject({
        kind: z.literal('limit'),
        choice,
        least: decimalText.nullable().default(null),
        most: decimalText.nullable().default(null),
      })
      .describe('of a number, or of a measure in its own unit'),
    z.strictObject({
      kind: z.literal('limitQuantity'),
      least: z.int().min(1).nullable().default(null),
      most: z.int().min(1).nullable().default(null),
    }),
    z
      .strictObject({ kind: z.literal('picture'), src: pictureRef(), alt: z.string().max(200).default('') })
      .describe('a layer on top of the product’s picture'),
    z.strictObject({ kind: z.literal('tell'), text: z.string().max(500) }),
    z.strictObject({ kind: z.literal('refuse'), reason: z.string().max(500) }),
  ])
  .meta({ id: 'effect' });

export type RuleEffect = z.infer<typeof effectSchema>;

/** When something holds, then something else follows. */
export const ruleSchema = z
  .strictObject({
    key: ownKey('rule', keySchema),
    title: z.string().max(120).default('').describe('empty to read it as its sentence'),
    on: z.boolean().default(true),
    when: conditionSchema.nullable().default(null).describe('null always holds'),
    then: z.array(effectSchema).max(20).default([]),
  })
  .meta({ id: 'rule' });

export type Rule = z.infer<typeof ruleSchema>;

/** Which combinations of options are made, or are not. */
export const tableSchema = z
  .strictObject({
    key: ownKey('table', keySchema),
    title: z.string().max(120).default(''),
    on: z.boolean().default(true),
    choices: z.array(choice).min(2).max(6).describe('one column each; one option of each is picked'),
    says: z.enum(['made', 'notMade']).default('made').describe('whether only these rows are made, or all but these'),
    rows: z
      .array(z.array(optionRef({ choice: column('choices') })).max(6))
      .max(5000)
      .default([])
      .describe('an option key in each column, or empty for any'),
  })
  .meta({ id: 'compatibilityTable' });

export type CompatibilityTable = z.infer<typeof tableSchema>;
