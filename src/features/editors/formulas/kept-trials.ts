import { z } from 'zod';

/** Trial inputs: what is answered in each row, by the choice's key. */
const trialsSchema = z.array(z.record(z.string(), z.string().max(60))).max(30);

export type TrialRow = Readonly<Record<string, string>>;

const nameOf = (slug: string) => `oak-knot-trials-${slug}`;

/** Keeps the trial inputs of a product in this browser. */
export function keepTrials(slug: string, rows: readonly TrialRow[]): void {
  try {
    localStorage.setItem(nameOf(slug), JSON.stringify(rows));
  } catch {
    // A browser that keeps nothing is no reason to stop trying things out.
  }
}

/** The trial inputs that were kept for a product; none where there are none. */
export function keptTrials(slug: string): readonly TrialRow[] {
  try {
    const parsed = trialsSchema.safeParse(JSON.parse(localStorage.getItem(nameOf(slug)) ?? '[]'));
    return parsed.success ? parsed.data : [];
  } catch {
    return [];
  }
}
