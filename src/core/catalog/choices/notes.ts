import { z } from 'zod';
import { pictureRef } from '../../fields';
import { isBlank } from '../../text';
import { addressText, isSafeAddress } from './agreement';
import { type ChoiceReader, placedFields, UNSEEN } from './common';
import { type KindOfChoice } from './kind';

// What stands on the page among the choices and asks nothing.
const noteFields = { ...placedFields, required: z.literal(false).default(false) };

/** Begins a group: what follows, up to the next heading or divider, belongs to it. */
export const headingSchema = z.strictObject({
  kind: z.literal('heading'),
  ...noteFields,
  holds: z
    .boolean()
    .default(false)
    .describe('whether it is a section: who sees it, and whether rules show it, holds for all that belongs to it'),
  columns: z
    .int()
    .min(1)
    .max(4)
    .nullable()
    .default(null)
    .describe('how many choices of it stand side by side; null for each as wide as it says'),
});

export const paragraphSchema = z.strictObject({
  kind: z.literal('paragraph'),
  ...noteFields,
  title: z.string().max(120).default(''),
  text: z
    .string()
    .max(4000)
    .default('')
    .describe('with emphasis, lists and links as CommonMark writes them; everything else stands as it is written'),
  picture: pictureRef().nullable().default(null).describe('a size chart or drawing that opens in place'),
  pictureAlt: z.string().max(200).default(''),
});

export const linkSchema = z.strictObject({ kind: z.literal('link'), ...noteFields, address: addressText.default('') });

export const dividerSchema = z.strictObject({
  kind: z.literal('divider'),
  ...noteFields,
  title: z.string().max(120).default(''),
});

export type Note =
  | z.infer<typeof headingSchema>
  | z.infer<typeof paragraphSchema>
  | z.infer<typeof linkSchema>
  | z.infer<typeof dividerSchema>;

/** Reads nothing: an answer given to a note is one too many. */
function reader(): ChoiceReader {
  return { ask: 'nothing', expected: { form: 'nothing' }, fallback: () => null, effects: [], read: () => null };
}

const asksNothing = { reader, tests: [], candidates: () => null } as const;

export const headingKind: KindOfChoice<z.infer<typeof headingSchema>> = {
  told: ['holds', 'columns'],
  ...asksNothing,
  settledInside: false,
  check: () => undefined,
  unseen: (note) => note,
};

export const paragraphKind: KindOfChoice<z.infer<typeof paragraphSchema>> = {
  told: ['text', 'picture', 'pictureAlt'],
  ...asksNothing,
  settledInside: true,
  check(note, path, report) {
    if (isBlank(note.text)) report([...path, 'text'], { code: 'textMissing', of: 'paragraph' });
  },
  unseen: (note) => ({ ...note, text: UNSEEN, picture: null, pictureAlt: '' }),
};

export const linkKind: KindOfChoice<z.infer<typeof linkSchema>> = {
  told: ['address'],
  ...asksNothing,
  settledInside: false,
  check(note, path, report) {
    if (!isSafeAddress(note.address)) report([...path, 'address'], { code: 'badAddress', given: note.address });
  },
  unseen: (note) => ({ ...note, address: '/shop' }),
};

export const dividerKind: KindOfChoice<z.infer<typeof dividerSchema>> = {
  told: [],
  ...asksNothing,
  settledInside: false,
  check: () => undefined,
  unseen: (note) => note,
};
