import { Refusal } from '../refusal';

interface Stored {
  readonly draft: unknown;
  readonly draftVersion: number;
  readonly draftSavedBy: string | null;
}

interface Save {
  readonly definition: unknown;
  readonly baseVersion: number;
  readonly editor: string;
}

/**
 * Checks a save against the draft that is stored.
 *
 * @param word what is saved, as a sentence calls it
 * @returns whether it is to be stored; false when the very same save has been stored already
 * @throws Refusal 409 `draftConflict` with the other draft in its details, when somebody else has saved since
 */
export function isToBeStored(stored: Stored, save: Save, word: string): boolean {
  if (stored.draftVersion === save.baseVersion) return true;
  // A save whose answer got lost on the way comes again: it is the same work, not somebody else's.
  if (stored.draftSavedBy === save.editor && JSON.stringify(stored.draft) === JSON.stringify(save.definition)) return false;
  throw new Refusal(409, 'draftConflict', `Somebody else has changed this ${word} in the meantime.`, {
    current: { version: stored.draftVersion, definition: stored.draft, savedBy: stored.draftSavedBy },
  });
}
