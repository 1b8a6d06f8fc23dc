import { z } from 'zod';
import { answersOf, choiceRef, enclosingChoice, keyAt, optionRef, productRef, type Trail } from '../../fields';
import { type AnswerForm, type Path, type Problem } from '../../problems';
import { type Answer } from '../../selection';
import { slotEntries } from '../../selection/slot-entry';
import { propertySchema } from '../properties';
import { choiceFields, type ChoiceReader, keySchema, plainAnswer, refuse, type Report } from './common';
import { type KindOfChoice } from './kind';
import {
  checkOptions,
  offeredOf,
  optionEffects,
  optionSchema,
  pickCanonical,
  pickShown,
  unseenOptions,
} from './options';

/** So many pieces fit in one slot at most. */
export const MOST_IN_A_SLOT = 40;

/**
 * Products that join a slot by themselves: those of a category, of a supplier, with a tag, with a property; all that is
 * said must hold.
 */
export const joinConditionSchema = z
  .strictObject({
    category: z.string().max(80).nullable().default(null),
    supplier: z.string().max(80).nullable().default(null),
    tag: z.string().max(40).nullable().default(null),
    property: z
      .strictObject({
        name: keySchema,
        is: propertySchema.nullable().default(null).describe('null for whatever it is'),
      })
      .nullable()
      .default(null),
  })
  .meta({ id: 'joinCondition' });

export type JoinCondition = z.infer<typeof joinConditionSchema>;

/** The product under whose address something is settled, so many levels up. */
const productAt = (levels: number) => (trail: Trail) => ({ product: keyAt(levels)(trail) ?? '' });

/** What is settled of a candidate beforehand, as of a part. */
export const settledSchema = z.strictObject({
  fixed: answersOf(z.record(z.string(), z.unknown()), productAt(1))
    .default({})
    .describe('answers that the catalog manager gives, as in a selection'),
  narrowed: z
    .record(choiceRef({ scope: productAt(2) }), z.array(optionRef({ choice: keyAt(1), scope: productAt(3) })).max(300))
    .default({})
    .describe('by choice, the only options that are offered there'),
});

/** A place in a build that customers fill with one or several of its candidates, each a product. */
export const schema = z.strictObject({
  kind: z.literal('slot'),
  ...choiceFields,
  options: z
    .array(optionSchema)
    .max(500)
    .default([])
    .describe('its candidates: the key of each is the slug of its product, an empty title that product’s'),
  joins: z
    .array(joinConditionSchema)
    .max(20)
    .default([])
    .describe('products that any of these conditions holds for are candidates, too, also those added later'),
  settled: z
    .record(productRef(keySchema, { choice: enclosingChoice }), settledSchema)
    .default({})
    .describe('by slug of a candidate, what is settled of it beforehand'),
  least: z.int().min(1).max(MOST_IN_A_SLOT).default(1).describe('fewest pieces, where it is filled'),
  most: z.int().min(1).max(MOST_IN_A_SLOT).default(1),
  keepsOrder: z.boolean().default(false).describe('whether another order of its entries makes another item'),
  default: z
    .array(productRef({ choice: enclosingChoice }))
    .max(MOST_IN_A_SLOT)
    .default([])
    .describe('slugs of what is in it to begin with'),
});

export type SlotChoice = z.infer<typeof schema>;

export function check(choice: SlotChoice, path: Path, report: Report): void {
  // What joins by a condition is only known with the catalog.
  if (choice.joins.length === 0 || choice.options.length > 0)
    checkOptions(
      {
        ...choice,
        options: choice.options.map((option) => ({ ...option, title: option.title || option.key })),
        ownQuantity: false,
        mostEach: 1,
      },
      path,
      report,
    );
  if (choice.least > choice.most)
    report([...path, 'least'], { code: 'limitsCross', least: String(choice.least), most: String(choice.most) });
}

export function reader(choice: SlotChoice, path: Path): ChoiceReader {
  const { key, title, options, least, most, keepsOrder } = choice;
  const places = new Map(options.map((option, index) => [option.key, index]));
  const expected: AnswerForm = { form: 'entries' };
  return {
    ask: 'choose',
    expected,
    fallback: () => (choice.default.length > 0 ? choice.default : null),
    effects: optionEffects({ ...choice, ownQuantity: false, mostEach: 1 }, path),
    read(raw: unknown, problems: Problem[]): Answer | null {
      if (raw === '') return null;
      const entries = slotEntries(raw);
      if (!entries) return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected });
      if (entries.length === 0) return null;
      const picked: { effect: number; count: number }[] = [];
      for (const { product, quantity } of entries) {
        const effect = places.get(product);
        if (effect === undefined)
          return refuse(problems, key, {
            code: 'unknownOption',
            title,
            given: product.slice(0, 60),
            offered: offeredOf(options),
          });
        if (!Number.isInteger(quantity) || quantity < 1 || quantity > most)
          return refuse(problems, key, { code: 'optionQuantity', title, given: String(quantity), most });
        picked.push({ effect, count: quantity });
      }
      const pieces = picked.reduce((sum, { count }) => sum + count, 0);
      // What is in it counts all the same: it is not finished, and not wrong.
      if (pieces < least) refuse(problems, key, { code: 'slotTooFew', title, given: pieces, least });
      if (pieces > most) return refuse(problems, key, { code: 'slotTooMany', title, given: pieces, most });
      const written = (
        list: readonly { effect: number; count: number }[],
        write: (option: { key: string; title: string }, count: number) => string,
        separator: string,
      ) => list.map(({ effect, count }) => write(options[effect] ?? { key: '', title: '' }, count)).join(separator);
      const picks = options.flatMap((_, effect) => {
        const count = picked.reduce((sum, pick) => (pick.effect === effect ? sum + pick.count : sum), 0);
        return count > 0 ? [{ effect, count }] : [];
      });
      const told = keepsOrder ? picked : picks;
      return {
        ...plainAnswer,
        canonical: written(told, (option, count) => pickCanonical(option.key, count), '+'),
        shown: written(told, (option, count) => pickShown(option.title || option.key, count), ', '),
        // A slot is asked for what is in it, never for the one option that was picked.
        option: null,
        picks,
      };
    },
  };
}

export const slotKind: KindOfChoice<SlotChoice> = {
  told: ['options', 'settled', 'least', 'most', 'keepsOrder', 'default'],
  settledInside: false,
  check,
  reader,
  tests: ['option', 'pieces', 'answered'],
  // Places in a slot are asked about one by one, so there is no list of whole answers.
  candidates: () => ({ list: [], counted: true }),
  unseen: (choice, others) => ({ ...unseenOptions(choice, others), joins: [], settled: {} }),
};
