import { z } from 'zod';
import { answersOf, productBeside, productRef } from '../../fields';
import { decimalText } from '../../number';
import { type AnswerForm, type Path, type Problem } from '../../problems';
import { type Answer } from '../../selection';
import { countCandidates } from './candidates';
import { choiceFields, type ChoiceReader, plainAnswer, refuse, type Report } from './common';
import { type KindOfChoice } from './kind';

/** What another product costs as an add-on. */
export const addOnPriceSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('asSoldAlone') }),
    z.strictObject({ kind: z.literal('fixed'), value: decimalText }),
    z.strictObject({ kind: z.literal('less'), percent: decimalText.describe('per cent taken off its own price') }),
  ])
  .meta({ id: 'addOnPrice' });

export type AddOnPrice = z.infer<typeof addOnPriceSchema>;

/** Another product of the catalog, taken along or not: at its own price or another, its stock drawn. */
export const schema = z.strictObject({
  kind: z.literal('addOn'),
  ...choiceFields,
  product: productRef().default('').describe('slug of the product'),
  answers: answersOf(z.record(z.string(), z.unknown()), productBeside(0))
    .default({})
    .describe('what of it is chosen beforehand, as in a selection'),
  price: addOnPriceSchema.default({ kind: 'asSoldAlone' }),
  default: z.boolean().nullable().default(false),
  mostQuantity: z.int().min(1).max(999).default(1).describe('how many can be taken along with one'),
});

export type AddOnChoice = z.infer<typeof schema>;

export function check(choice: AddOnChoice, path: Path, report: Report): void {
  if (choice.product === '') report([...path, 'product'], { code: 'addOnMissing' });
}

const NO: Answer = { ...plainAnswer, canonical: 'no', shown: 'No' };

/** Reads true, false, or how many. What it brings is known only when the other product has been compiled. */
export function reader(choice: AddOnChoice): ChoiceReader {
  const { key, title, mostQuantity } = choice;
  const expected: AnswerForm = { form: mostQuantity > 1 ? 'yesNoOrCount' : 'yesNo' };
  return {
    ask: 'answer',
    expected,
    fallback: () => choice.default,
    effects: [],
    read(raw: unknown, problems: Problem[]): Answer | null {
      if (raw === '') return null;
      // What must be taken along can't be declined.
      if (raw === false || raw === 0) return choice.required ? null : NO;
      const count = raw === true ? 1 : raw;
      if (typeof count !== 'number') return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected });
      if (!Number.isInteger(count) || count < 1 || count > mostQuantity) {
        return refuse(problems, key, { code: 'optionQuantity', title, given: String(count), most: mostQuantity });
      }
      return {
        ...plainAnswer,
        canonical: count === 1 ? 'yes' : String(count),
        shown: count === 1 ? 'Yes' : String(count),
        picks: [{ effect: 0, count }],
      };
    },
  };
}

export const addOnKind: KindOfChoice<AddOnChoice> = {
  told: ['product', 'answers', 'price', 'default', 'mostQuantity'],
  settledInside: false,
  check,
  reader,
  tests: ['answered'],
  candidates: ({ mostQuantity }, scope) => ({
    list: [
      ...scope.read(false, -1),
      ...countCandidates(scope, mostQuantity, (count) => (count === 1 ? true : count), 1),
    ],
    counted: true,
  }),
  // Which product it is, is nobody’s business either.
  unseen: () => ({ heading: true }),
};
