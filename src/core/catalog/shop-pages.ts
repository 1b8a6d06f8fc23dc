import { z } from 'zod';
import { isBlank } from '../text';

/** What of the shop's pages can be called otherwise. */
export const renamedWords = ['buy', 'quantity', 'name', 'email', 'order'] as const;
export type RenamedWord = (typeof renamedWords)[number];

/** What it is called where the shop says nothing else. */
export const USUAL_WORDS: Readonly<Record<RenamedWord, string>> = {
  buy: 'Add to basket',
  quantity: 'Quantity',
  name: 'Name',
  email: 'E-mail',
  order: 'Order and pay',
};

/** The longest word of a button or field, in characters. */
export const LONGEST_WORD = 40;

const title = z.string().max(80).describe('what customers read; no two are called the same');
const common = {
  title,
  help: z.string().max(200).default('').describe('said below it'),
  required: z.boolean().default(false),
};

/** What one answer at checkout may be at most, in characters. */
export const LONGEST_ASKED = 2000;

/** So much can be asked at checkout at most. */
export const MOST_ASKED = 20;

export const checkoutFieldKinds = ['text', 'choice', 'date', 'tick'] as const;

/** Something that is asked at checkout, beside name and e-mail address. */
export const checkoutFieldSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('text'),
      ...common,
      lines: z.enum(['one', 'several']).default('one'),
      longest: z.int().min(1).max(LONGEST_ASKED).default(200).describe('how many characters may be typed'),
    }),
    z.strictObject({
      kind: z.literal('choice'),
      ...common,
      offered: z.array(z.string().max(80)).max(50).describe('what can be answered'),
    }),
    z.strictObject({
      kind: z.literal('date'),
      ...common,
      notice: z.int().min(0).max(730).default(0).describe('how many days from today it is at the earliest'),
    }),
    z.strictObject({ kind: z.literal('tick'), ...common }),
  ])
  .meta({ id: 'checkoutField' });

export type CheckoutField = z.infer<typeof checkoutFieldSchema>;
export type CheckoutFieldKind = (typeof checkoutFieldKinds)[number];

/** How customers are told what there is of a product. */
export const stockShown = ['not', 'inSteps', 'exactly'] as const;

/** How the shop's pages speak to customers, and what they are asked. */
export const shopPagesSchema = z
  .strictObject({
    words: z
      .partialRecord(z.enum(renamedWords), z.string().max(LONGEST_WORD))
      .default({})
      .describe('what buttons and fields are called where it is something else than usual'),
    stock: z
      .enum(stockShown)
      .default('not')
      .describe('whether a product’s page says what there is: not, in steps (few left, in stock), or exactly'),
    few: z.int().min(1).max(20).default(5).describe('so many or fewer are few, where stock is told in steps'),
    asked: z.array(checkoutFieldSchema).max(MOST_ASKED).default([]).describe('what is asked at checkout, in order'),
  })
  .meta({ id: 'shopPages' });

export type ShopPages = z.infer<typeof shopPagesSchema>;

/**
 * What a button or field is called: as the shop says, where anything can be seen of that.
 *
 * @param usual what it is called otherwise
 */
export function wordIn({ words }: Pick<ShopPages, 'words'>, word: RenamedWord, usual = USUAL_WORDS[word]): string {
  const { [word]: said = '' } = words;
  return isBlank(said) ? usual : said;
}

/** What the button says that puts a product into the basket. */
export const buyWordOf = ({ buyWord }: { readonly buyWord: string }, pages: Pick<ShopPages, 'words'>): string =>
  isBlank(buyWord) ? wordIn(pages, 'buy') : buyWord;
