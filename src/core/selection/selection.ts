import { z } from 'zod';

/** Everything a customer has answered, before anything is checked: the server reads it as it comes. */
export interface Selection {
  readonly answers: Readonly<Record<string, unknown>>;
  /** pieces; absent means the least that may be ordered */
  readonly quantity?: number;
  /** what is answered of each part, by its key */
  readonly parts?: Readonly<Record<string, Selection>>;
}

/** Selections nest at most so deep: what nests deeper is refused and never followed down. */
export const DEEPEST_SELECTION = 8;

function selectionOfDepth(depth: number): z.ZodType<Selection> {
  const fields = { answers: z.record(z.string().max(130), z.unknown()).default({}), quantity: z.number().optional() };
  return depth === 0 ? z.strictObject(fields) : z.strictObject({ ...fields, parts: z.record(z.string().max(130), selectionOfDepth(depth - 1)).optional() });
}

/** The one form that a selection has in requests, files and addresses. Whether its answers are right, only its product says. */
export const selectionSchema = selectionOfDepth(DEEPEST_SELECTION);
