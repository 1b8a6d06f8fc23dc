import { z } from 'zod';
import { keySchema, reasonsNotCounted } from '../../core/catalog';
import { optionStepSchema, priceStepSchema } from '../../core/catalog/many';
import { mendsOfMany } from '../../core/judge';
import { quantityRuleSchema } from '../../core/ordering';
import { faultCodes } from '../../core/problems';

const tags = z.array(z.string().trim().min(1).max(40)).max(30).default([]);
/** So many drafts can be changed at once. */
const MOST_TARGETS = 100_000;

const targets = z.array(z.int().min(1)).min(1).max(MOST_TARGETS);
/** What is about choices alone is done to sheets, too. */
const anyTargets = {
  products: z.array(z.int().min(1)).max(MOST_TARGETS).default([]),
  sheets: z.array(z.int().min(1)).max(MOST_TARGETS).default([]),
};

/** A change of the drafts of many products, and where it is about choices alone, of sheets. */
export const bulkChangeSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('placeSheet'), sheet: z.string().max(60), products: targets }),
  z.strictObject({ kind: z.literal('takeOffSheet'), sheet: z.string().max(60), products: targets }),
  z.strictObject({
    kind: z.literal('copyChoices'),
    from: z.int().min(1),
    choices: z.array(z.string().max(60)).min(1).max(200),
    clash: z.enum(['keep', 'replace']).describe('what happens to a choice of the same inside name'),
    products: targets,
  }),
  z.strictObject({
    kind: z.literal('replacePart'),
    from: z.string().max(60).describe('slug of the product that goes out'),
    to: z.string().max(60).describe('and of the one that comes in'),
    products: targets,
  }),
  z.strictObject({
    kind: z.literal('prices'),
    step: priceStepSchema,
    crossOut: z
      .boolean()
      .default(false)
      .describe('whether a price that becomes lower leaves its former one crossed out'),
    products: targets,
  }),
  z.strictObject({
    kind: z.literal('shelf'),
    category: z.string().trim().min(1).max(80).nullable().optional().describe('absent to leave it as it is'),
    supplier: z.string().trim().min(1).max(80).nullable().optional(),
    addTags: tags,
    removeTags: tags,
    products: targets,
  }),
  z.strictObject({ kind: z.literal('quantity'), quantity: quantityRuleSchema.nullable(), products: targets }),
  z.strictObject({
    kind: z.literal('notCounted'),
    notCounted: z.enum(reasonsNotCounted).nullable().describe('null for what is tracked'),
    products: targets,
  }),
  z.strictObject({
    kind: z.literal('whenOut'),
    whenOut: z.enum(['unavailable', 'hidden', 'orderable']),
    leadDays: z.int().min(1).max(730).nullable().default(null),
    ...anyTargets,
  }),
  z.strictObject({
    kind: z.literal('texts'),
    find: z.string().max(200),
    replace: z.string().max(200),
    matchCase: z.boolean().default(true),
    ...anyTargets,
  }),
  z.strictObject({
    kind: z.literal('options'),
    option: z.string().trim().min(1).max(120).describe('what they are called'),
    choice: z.string().trim().max(120).nullable().default(null).describe('title of their choice; null for any'),
    step: optionStepSchema,
    ...anyTargets,
  }),
  z
    .strictObject({ kind: z.literal('swatch'), from: keySchema, to: keySchema, ...anyTargets })
    .describe('options that show one swatch show another'),
  z
    .strictObject({
      kind: z.literal('mend'),
      fault: z.enum(faultCodes),
      does: z.enum(mendsOfMany),
      products: targets,
    })
    .describe('what keeps them from being published is mended, where that can be said'),
]);

export type BulkChange = z.infer<typeof bulkChangeSchema>;
