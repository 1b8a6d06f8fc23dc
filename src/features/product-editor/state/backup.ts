import { z } from 'zod';
import { type Product, productSchema } from '@/core/catalog';

/** What was typed, and what it was typed over. */
const backupSchema = z.object({ base: productSchema, definition: productSchema });

export interface Backup {
  readonly base: Product;
  readonly definition: Product;
}

const nameOf = (productId: number) => `oak-knot-draft-${productId}`;

/** Keeps a draft in this browser until the server has it. */
export function keepBackup(productId: number, backup: Backup): void {
  try {
    localStorage.setItem(nameOf(productId), JSON.stringify(backup));
  } catch {
    // A full or forbidden store: the server's copy is the one that counts.
  }
}

/** @returns the draft that never reached the server, if there is one that can be read */
export function readBackup(productId: number): Backup | null {
  try {
    const parsed = backupSchema.safeParse(JSON.parse(localStorage.getItem(nameOf(productId)) ?? 'null'));
    return parsed.success ? parsed.data : null;
  } catch {
    return null;
  }
}

export function forgetBackup(productId: number): void {
  try {
    localStorage.removeItem(nameOf(productId));
  } catch {
    // Nothing could have been kept either.
  }
}
