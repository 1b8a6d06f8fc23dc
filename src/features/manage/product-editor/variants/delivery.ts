import { type OneOfChoice } from '@/core/catalog';
import { type Combination, LEFT_OUT } from './combinations';

/** One line of a delivery note. */
export interface DeliveryLine {
  readonly line: number;
  readonly text: string;
  readonly combination: Combination | null;
  readonly quantity: string;
  readonly fault: string | null;
}

/**
 * Reads a delivery: a line each, an option of every stocked choice by title or SKU part, in any order, then how many.
 * Parted by tabs, semicolons or commas.
 */
export function readDelivery(text: string, choices: readonly OneOfChoice[]): DeliveryLine[] {
  return text.split(/\r\n|\r|\n/).flatMap((line, index): DeliveryLine[] => {
    if (line.trim() === '') return [];
    const cells = line
      .split(/[\t;,]/)
      .map((cell) => cell.trim())
      .filter(Boolean);
    const quantity = cells.pop() ?? '';
    const wrong = (fault: string): DeliveryLine[] => [
      { line: index + 1, text: line, combination: null, quantity, fault },
    ];
    if (!/^\d+$/.test(quantity) || Number(quantity) === 0)
      return wrong(`“${quantity}” is not a quantity. End the line with a whole number.`);
    const combination: Record<string, string> = {};
    for (const cell of cells) {
      const wanted = cell.toLowerCase();
      const fits = choices.flatMap((choice) =>
        choice.options.flatMap((option) =>
          option.title.toLowerCase() === wanted || option.sku?.toLowerCase() === wanted ? [{ choice, option }] : [],
        ),
      );
      const free = fits.filter(({ choice }) => combination[choice.key] === undefined);
      const [fit] = free;
      if (!fit)
        return wrong(
          fits.length > 0
            ? `“${cell}” says a second ${fits[0]?.choice.title ?? ''}.`
            : `“${cell}” is no option of ${choices.map(({ title }) => title).join(' or ')}.`,
        );
      combination[fit.choice.key] = fit.option.key;
    }
    for (const { key, required } of choices) if (!required) combination[key] ??= LEFT_OUT;
    const missing = choices.find(({ key }) => combination[key] === undefined);
    if (missing) return wrong(`It doesn’t say which ${missing.title}.`);
    return [{ line: index + 1, text: line, combination, quantity, fault: null }];
  });
}
