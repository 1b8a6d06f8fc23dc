import { inArray } from 'drizzle-orm';
import { z } from 'zod';
import { atOneMoment, type Services } from '../context';
import { type Choice, hasOptions } from '../../core/catalog';
import { plainWords } from '../../core/text';
import { products, sheets } from '../../data/schema';

const ids = z.array(z.int().min(1)).max(5000).default([]);

export const optionNamesSchema = z.strictObject({ products: ids, sheets: ids });

/** What options are called, of which choice, and in how many drafts. */
export interface OptionName {
  readonly option: string;
  readonly choice: string;
  readonly drafts: number;
  /** keys of the swatches that they show */
  readonly swatches: readonly string[];
}

/** The names of all options in some drafts' own choices, those in most drafts first. */
export function listOptionNames(context: Services, wanted: z.infer<typeof optionNamesSchema>): Promise<OptionName[]> {
  return atOneMoment(context, async ({ database }) => {
    const drafts: { readonly choices: readonly Choice[] }[] = [
      ...(
        await database.read
          .select({ draft: products.draft })
          .from(products)
          .where(inArray(products.id, wanted.products))
      ).map(({ draft }) => draft),
      ...(
        await database.read.select({ draft: sheets.draft }).from(sheets).where(inArray(sheets.id, wanted.sheets))
      ).map(({ draft }) => draft),
    ];
    const found = new Map<string, { option: string; choice: string; drafts: Set<object>; swatches: Set<string> }>();
    for (const draft of drafts) {
      for (const choice of draft.choices) {
        if (!hasOptions(choice) || choice.kind === 'slot') continue;
        for (const { title, swatch } of choice.options) {
          const name = [choice.title, title].map(plainWords).join('\n');
          const known = found.get(name) ?? {
            option: title,
            choice: choice.title,
            drafts: new Set(),
            swatches: new Set(),
          };
          known.drafts.add(draft);
          if (swatch !== null) known.swatches.add(swatch);
          found.set(name, known);
        }
      }
    }
    return [...found.values()]
      .map(({ option, choice, drafts: within, swatches }) => ({
        option,
        choice,
        drafts: within.size,
        swatches: [...swatches],
      }))
      .sort((a, b) => b.drafts - a.drafts);
  });
}
