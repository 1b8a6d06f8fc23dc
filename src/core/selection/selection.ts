import { z } from 'zod';

/** Everything a customer has answered, before anything is checked: the server reads it as it comes. */
export interface Selection {
  readonly answers: Readonly<Record<string, unknown>>;
  /** pieces; absent means the least that may be ordered */
  readonly quantity?: number;
  /** what is answered of each part, by its key; null leaves one out */
  readonly parts?: Readonly<Record<string, PartSelection | null>>;
}

/** What is answered of a part: of one that can be several products, also which; a quantity of nothing leaves it out. */
export interface PartSelection extends Selection {
  /** slug of the product; absent for the usual one */
  readonly product?: string;
}

const choiceKey = z.string().max(130);
const plainAnswer = z.union([z.string().max(60_000), z.number(), z.boolean(), z.null()]);
const pickedOption = z.strictObject({ option: z.string().max(100), quantity: z.number() });

/** Answers by choice key, in any form that a customer may give them; what they say is judged by resolving them. */
export const answersSchema = z.record(choiceKey, z.union([plainAnswer, pickedOption, z.array(z.union([z.string().max(100), pickedOption])).max(500)]));

/** Selections nest at most so deep: what nests deeper is refused and never followed down. */
const DEEPEST = 8;

function fieldsOfDepth(depth: number) {
  const fields = { answers: answersSchema.default({}), quantity: z.number().optional() };
  const product = z.string().max(100).optional();
  const part: z.ZodType<PartSelection> = z.strictObject({ ...(depth === 0 ? fields : fieldsOfDepth(depth - 1)), product });
  return { ...fields, parts: z.record(choiceKey, part.nullable()).optional() };
}

/** What a selection has in requests, files and addresses. Whether its answers are right, only its product says. */
export const selectionFields = fieldsOfDepth(DEEPEST - 1);

/** The answers of a selection and of all its parts, however deep. */
export function* answersWithin({ answers, parts = {} }: Selection): Generator<Selection['answers']> {
  yield answers;
  for (const part of Object.values(parts)) if (part) yield* answersWithin(part);
}

/** The form of a selection; names that it does not have are told, with what may be meant, by resolving it. */
export const selectionSchema = z.looseObject(selectionFields);
