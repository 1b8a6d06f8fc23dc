import { z } from 'zod';
import { definitionFromVersion1 } from '@/core/exchange';

/** What was typed, and what it was typed over. */
export interface Backup<T> {
  readonly base: T;
  readonly definition: T;
}

// Products have had this name from the first day; what is kept under it in somebody's browser must be found.
const nameOf = (of: string) => `oak-knot-draft-${of}`;

/** Keeps a draft in this browser until the server has it. */
export function keepBackup<T>(of: string, backup: Backup<T>): void {
  try {
    localStorage.setItem(nameOf(of), JSON.stringify(backup));
  } catch {
    // A full or forbidden store: the server's copy is the one that counts.
  }
}

/** @returns the draft that never reached the server, if there is one that can be read */
export function readBackup<T>(of: string, schema: z.ZodType<T>): Backup<T> | null {
  try {
    const earlier = z.preprocess(definitionFromVersion1, schema);
    const parsed = z
      .object({ base: earlier, definition: earlier })
      .safeParse(JSON.parse(localStorage.getItem(nameOf(of)) ?? 'null'));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

export function forgetBackup(of: string): void {
  try {
    localStorage.removeItem(nameOf(of));
  } catch {
    // Nothing could have been kept either.
  }
}
