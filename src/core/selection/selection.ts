import { z } from 'zod';
import { fileAnswerSchema, filesInAnswer } from './file-answer';

/** Everything a customer has answered, before anything is checked: the server reads it as it comes. */
export interface Selection {
  readonly answers: Readonly<Record<string, unknown>>;
  /** pieces; absent means the least that may be ordered */
  readonly quantity?: number;
  /** what is answered of each part, by its key; null leaves one out */
  readonly parts?: Readonly<Record<string, PartSelection | null>>;
}

/**
 * What is answered of a part, or of an entry of a slot: of one that can be several products, also which; a quantity of
 * nothing leaves it out.
 */
export interface PartSelection extends Selection {
  /** slug of the product; absent for the usual one */
  readonly product?: string;
}

const choiceKey = z.string().max(130);
const plainAnswer = z.union([z.string().max(60_000), z.number(), z.boolean(), z.null()]);
const pickedOption = z.strictObject({ option: z.string().max(100), quantity: z.number() });

/** Selections nest at most so deep: what nests deeper is refused and never followed down. */
const DEEPEST = 8;

/** What of a selection nests no deeper than so; `entry` is what is inside a slot. */
function fieldsOfDepth(depth: number) {
  const below = depth === 0 ? null : fieldsOfDepth(depth - 1);
  const product = z.string().max(100);
  const entry = below ? [z.strictObject({ ...below, product }).meta({ id: `slotEntry${depth}` })] : [];
  const answers = z.record(
    choiceKey,
    z.union([
      plainAnswer,
      pickedOption,
      ...entry,
      z.array(z.union([z.string().max(100), pickedOption, fileAnswerSchema, ...entry])).max(500),
    ]),
  );
  const fields: { answers: z.ZodDefault<z.ZodType<Record<string, unknown>>>; quantity: z.ZodOptional<z.ZodNumber> } = {
    answers: (answers as z.ZodType<Record<string, unknown>>).default({}),
    quantity: z.number().optional(),
  };
  const part: z.ZodType<PartSelection> = z
    .strictObject({ ...(below ?? fields), product: product.optional() })
    .meta({ id: `partSelection${depth}` });
  return { ...fields, parts: z.record(choiceKey, part.nullable()).optional() };
}

/** What a selection has in requests, files and addresses. Whether its answers are right, only its product says. */
export const selectionFields = fieldsOfDepth(DEEPEST - 1);

/** Answers by choice key, in any form that a customer may give them; what they say is judged by resolving them. */
export const answersSchema = selectionFields.answers;

/** The answers of a selection, of all its parts and of what is in its slots, however deep. */
export function* answersWithin({ answers, parts = {} }: Selection): Generator<Selection['answers']> {
  yield answers;
  for (const part of Object.values(parts)) if (part) yield* answersWithin(part);
  for (const answer of Object.values(answers))
    for (const entry of Array.isArray(answer) ? (answer as readonly unknown[]) : [answer])
      if (isSelection(entry)) yield* answersWithin(entry);
}

/** Whether an answer is an entry of a slot of which something is answered. */
function isSelection(answer: unknown): answer is Selection {
  return (
    typeof answer === 'object' &&
    answer !== null &&
    'answers' in answer &&
    typeof answer.answers === 'object' &&
    answer.answers !== null
  );
}

/** The form of a selection; names that it does not have are told, with what may be meant, by resolving it. */
export const selectionSchema = z.looseObject(selectionFields);

const FILE_TOKEN = /^[0-9a-f]{40}$/;

/** The tokens of the files that a selection names, in all its parts and slots. */
export function filesNamedIn(selection: Selection): string[] {
  const answers = [...answersWithin(selection)].flatMap((given) => Object.values(given));
  return answers.flatMap((answer) =>
    (filesInAnswer(answer) ?? []).flatMap(({ token }) => (FILE_TOKEN.test(token) ? [token] : [])),
  );
}
