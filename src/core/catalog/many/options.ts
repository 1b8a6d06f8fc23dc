import { z } from 'zod';
import { minorUnits } from '../../money';
import { kindOfAmount } from '../../pricing';
import { plainWords } from '../../text';
import { type Choice, hasOptions, keySchema, type Option } from '../choices';
import { type Product } from '../schema';
import { priceStepSchema, steppedPrice } from './prices';
import { withoutOptions } from './without-options';

/** What becomes of options that are called alike. */
export const optionStepSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({ kind: z.literal('amount'), step: priceStepSchema })
    .describe('what they add: to, by, or by a percentage'),
  z.strictObject({ kind: z.literal('free') }).describe('they add nothing'),
  z.strictObject({ kind: z.literal('title'), title: z.string().trim().min(1).max(120) }),
  z.strictObject({ kind: z.literal('swatch'), swatch: keySchema.describe('key of a swatch of the swatch book') }),
  z.strictObject({ kind: z.literal('remove') }),
]);

export type OptionStep = z.infer<typeof optionStepSchema>;

/** Which options: those called so, of choices called so. */
export interface OptionsNamed {
  readonly option: string;
  /** title of the choice; null for any */
  readonly choice: string | null;
}

/** What a step makes of a product. */
export interface OptionsChanged {
  readonly after: Product;
  /** how many options are others */
  readonly changed: number;
  /** options of that name that stay, because the step can't be done with them */
  readonly refused: number;
  /** options of that name at all */
  readonly found: number;
}

/**
 * Changes options by their name, in the product's own choices. Names are compared without regard to case and spaces.
 * Candidates of slots are named by their products and stay.
 *
 * @param currency ISO 4217 code
 */
export function withOptions(product: Product, named: OptionsNamed, step: OptionStep, currency: string): OptionsChanged {
  const wanted = { option: plainWords(named.option), choice: named.choice === null ? null : plainWords(named.choice) };
  const isMeant = (choice: Choice, option: Option) =>
    (wanted.choice === null || plainWords(choice.title) === wanted.choice) &&
    plainWords(option.title) === wanted.option;
  let [changed, refused, found] = [0, 0, 0];
  const gone: { readonly choice: string; readonly options: readonly string[] }[] = [];
  const choices = product.choices.map((choice): Choice => {
    if (!hasOptions(choice) || choice.kind === 'slot') return choice;
    const meant = choice.options.filter((option) => isMeant(choice, option));
    if (meant.length === 0) return choice;
    found += meant.length;
    if (step.kind === 'remove') {
      changed += meant.length;
      gone.push({ choice: choice.key, options: meant.map(({ key }) => key) });
      return choice;
    }
    const options = choice.options.map((option) => {
      if (!meant.includes(option)) return option;
      const next = steppedOption(choice, option, step, minorUnits(currency) ?? 2);
      if (next === null) refused += 1;
      else if (next !== option) changed += 1;
      return next ?? option;
    });
    return { ...choice, options };
  });
  const after = gone.reduce((draft, { choice, options }) => withoutOptions(draft, choice, options), {
    ...product,
    choices,
  });
  return { after: changed === 0 ? product : after, changed, refused, found };
}

/** @returns null where the step can't be done with it */
function steppedOption(
  choice: Choice,
  option: Option,
  step: Exclude<OptionStep, { kind: 'remove' }>,
  places: number,
): Option | null {
  switch (step.kind) {
    case 'title':
      return option.title === step.title ? option : { ...option, title: step.title };
    case 'swatch':
      if (choice.kind !== 'swatch' && choice.kind !== 'several') return null;
      return option.swatch === step.swatch ? option : { ...option, swatch: step.swatch, colours: [], texture: null };
    case 'free':
      return option.amount === null ? option : { ...option, amount: null, wasPrice: null, breaks: null };
    case 'amount': {
      const { amount } = option;
      if (step.step.kind === 'to') {
        const isSo = amount?.kind === 'fixed' && amount.value === step.step.price;
        return isSo ? option : { ...option, amount: { kind: 'fixed', value: step.step.price } };
      }
      const kind = amount && kindOfAmount(amount);
      // A percentage is no sum of money.
      if (!amount || kind?.operation !== 'add') return null;
      // What an option takes off may become more or less: amounts can be below nothing, prices of products can't.
      // A price for so much of something may be finer than money, and stays as fine.
      const value = steppedPrice(
        amount.value,
        step.step,
        kind.counts === null ? places : Math.max(places, amount.value.split('.')[1]?.length ?? 0),
      );
      return value === null ? null : value === amount.value ? option : { ...option, amount: { ...amount, value } };
    }
  }
}
