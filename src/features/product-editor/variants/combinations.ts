import Papa from 'papaparse';
import { type OneOfChoice, type Option, optionSchema, type Product, type Variant, variantSchema } from '@/core/catalog';

/** Stands in a combination for a choice that is left out. */
const LEFT_OUT = '';

/** A stocked choice with all that can be answered: where it may be left out, that is an answer like any other. */
export function withLeftOut(choice: OneOfChoice): OneOfChoice {
  if (choice.required) return choice;
  const without: Option = { ...optionSchema.parse({ key: 'without', title: `Without ${choice.title}` }), key: LEFT_OUT };
  return { ...choice, options: [...choice.options, without] };
}

/** Option keys by the key of a stocked choice. */
export type Combination = Readonly<Record<string, string>>;

/** Every combination of the options of some choices. */
export function combinationsOf(choices: readonly OneOfChoice[]): Combination[] {
  return choices.reduce<Combination[]>((partial, choice) => partial.flatMap((options) => choice.options.map(({ key }) => ({ ...options, [choice.key]: key }))), [{}]);
}

export function sameCombination(a: Combination, b: Combination, choices: readonly OneOfChoice[]): boolean {
  return choices.every(({ key }) => (a[key] ?? LEFT_OUT) === (b[key] ?? LEFT_OUT));
}

/** Place of a combination among a product's variants; -1 where it is not kept. */
export function variantIndex(product: Product, combination: Combination, choices: readonly OneOfChoice[]): number {
  return product.variants.findIndex(({ options }) => sameCombination(options, combination, choices));
}

/** `M · Slate` */
export function combinationTitle(combination: Combination, choices: readonly OneOfChoice[]): string {
  return choices.map((choice) => choice.options.find(({ key }) => key === (combination[choice.key] ?? LEFT_OUT))?.title ?? '?').join(' · ');
}

export function newVariant(options: Combination): Variant {
  return variantSchema.parse({ options: Object.fromEntries(Object.entries(options).filter(([, option]) => option !== LEFT_OUT)) });
}

/** How a grid is laid out: one choice across, another down, the others one section a combination. */
export interface Axes {
  readonly across: OneOfChoice | null;
  readonly down: OneOfChoice;
  readonly sections: readonly Combination[];
}

/** Lays out a grid. @returns null where nothing is stocked */
export function axesOf(choices: readonly OneOfChoice[], acrossKey: string | null, downKey: string | null): Axes | null {
  const down = choices.find(({ key }) => key === downKey) ?? choices[0];
  if (!down) return null;
  const across = choices.find(({ key }) => key === acrossKey && key !== down.key) ?? choices.find(({ key }) => key !== down.key) ?? null;
  const others = choices.filter((choice) => choice !== down && choice !== across);
  return { across, down, sections: combinationsOf(others) };
}

/** The combination of one cell. */
export function cellCombination({ across, down }: Axes, section: Combination, row: Option, column: Option | null): Combination {
  return { ...section, [down.key]: row.key, ...(across && column ? { [across.key]: column.key } : {}) };
}

/** A block of cells as a spreadsheet copies it. */
export function readBlock(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' });
  return data.map((row) => row.map((cell) => cell.trim()));
}

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
    const cells = line.split(/[\t;,]/).map((cell) => cell.trim()).filter(Boolean);
    const quantity = cells.pop() ?? '';
    const wrong = (fault: string): DeliveryLine[] => [{ line: index + 1, text: line, combination: null, quantity, fault }];
    if (!/^\d+$/.test(quantity) || Number(quantity) === 0) return wrong(`“${quantity}” is not a quantity. End the line with a whole number.`);
    const combination: Record<string, string> = {};
    for (const cell of cells) {
      const wanted = cell.toLowerCase();
      const fits = choices.flatMap((choice) => choice.options.flatMap((option) => (option.title.toLowerCase() === wanted || option.sku?.toLowerCase() === wanted ? [{ choice, option }] : [])));
      const free = fits.filter(({ choice }) => combination[choice.key] === undefined);
      const [fit] = free;
      if (!fit) return wrong(fits.length > 0 ? `“${cell}” says a second ${fits[0]?.choice.title ?? ''}.` : `“${cell}” is no option of ${choices.map(({ title }) => title).join(' or ')}.`);
      combination[fit.choice.key] = fit.option.key;
    }
    for (const { key, required } of choices) if (!required) combination[key] ??= LEFT_OUT;
    const missing = choices.find(({ key }) => combination[key] === undefined);
    if (missing) return wrong(`It doesn’t say which ${missing.title}.`);
    return [{ line: index + 1, text: line, combination, quantity, fault: null }];
  });
}
