import { type z } from 'zod';
import { readJsonText } from './json-text';
import { type ShapeFault, shapeFaults } from './shape-faults';

/** What became of a text that should be JSON of a shape. */
export type ShapeReading<T> =
  | { readonly kind: 'read'; readonly data: T }
  /** it is no JSON: what is wrong, with its line and column */
  | { readonly kind: 'notJson'; readonly fault: string }
  /** it is JSON of another shape */
  | { readonly kind: 'malformed'; readonly faults: readonly ShapeFault[] };

/** So many faults of a shape are told; a body of another kind altogether has one at every step. */
const MOST_TOLD = 100;

/** Reads JSON by a schema; nothing is thrown, so that it can be done anywhere. */
export function readShape<T extends z.ZodType>(text: string, schema: T): ShapeReading<z.infer<T>> {
  const { value, fault } = readJsonText(text);
  if (fault !== undefined) return { kind: 'notJson', fault };
  const { success, data, error } = schema.safeParse(value);
  return success
    ? { kind: 'read', data }
    : { kind: 'malformed', faults: shapeFaults(error.issues, value).slice(0, MOST_TOLD) };
}
