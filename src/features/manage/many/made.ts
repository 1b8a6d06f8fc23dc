import { z } from 'zod';
import { readStep } from '@/features/kit/shared';

const rowSchema = z.object({ title: z.string(), isKept: z.boolean() }).nullable();

/** How far a change of many has come. */
export interface Made {
  readonly done: number;
  readonly total: number;
  readonly changed: number;
  /** what others have changed meanwhile, so that it stays as it is */
  readonly kept: readonly string[];
}

/** Follows a change of many, or that it is taken back. @param onStep is told how far it has come */
export async function followMade(lines: AsyncIterable<unknown>, onStep: (made: Made) => void): Promise<Made> {
  const kept: string[] = [];
  let made: Made = { done: 0, total: 0, changed: 0, kept };
  for await (const line of lines) {
    const { done, total, row } = readStep(line, rowSchema);
    if (row?.isKept) kept.push(row.title);
    made = { done, total, kept, changed: made.changed + (row && !row.isKept ? 1 : 0) };
    onStep(made);
  }
  return made;
}

/** So many that stay as they are, are told by their titles. */
const MOST_TOLD = 5;

/** What stays as others have it; undefined where nothing does. */
export function keptWords({ kept }: Made): string | undefined {
  if (kept.length === 0) return undefined;
  const more = kept.length - MOST_TOLD;
  return `Changed by others meanwhile, and left as they are: ${kept.slice(0, MOST_TOLD).join(', ')}${more > 0 ? ` and ${more} more` : ''}.`;
}
