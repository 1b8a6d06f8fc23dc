import { z } from 'zod';
import { type Problem } from '../../problems';
import { type Path } from '../faults';
import { type Answer, type ChoiceReader, effectFields, keySchema, plainAnswer, refuse, type Report } from './common';

/** What an option of any list has. */
export const optionFields = {
  key: keySchema,
  title: z.string().max(120),
  ...effectFields,
};

/** What a choice that offers a list has, beside its options. */
export const optionsChoiceFields = {
  stocked: z.boolean().default(false).describe('whether its options are counted separately in stock and make variants'),
  default: z.string().nullable().default(null).describe('key of the option chosen beforehand'),
};

interface OptionLike {
  readonly key: string;
  readonly title: string;
}

interface OptionsChoiceLike<O extends OptionLike> {
  readonly key: string;
  readonly title: string;
  readonly options: readonly O[];
}

/** Reports what can be wrong with the options of any list. */
export function checkOptions<O extends OptionLike>(choice: OptionsChoiceLike<O>, path: Path, report: Report): void {
  if (choice.options.length === 0) report([...path, 'options'], { code: 'noOptions', title: choice.title });
  const seen = new Set<string>();
  choice.options.forEach((option, index) => {
    const at = [...path, 'options', index];
    if (option.title.trim() === '') report([...at, 'title'], { code: 'titleMissing', what: `option ${index + 1} of ${choice.title || 'this choice'}` });
    if (seen.has(option.key)) report([...at, 'key'], { code: 'duplicateKey', key: option.key, what: 'option' });
    seen.add(option.key);
  });
}

type EffectfulOption = OptionLike & Pick<ChoiceReader['effects'][number], 'amount' | 'sku' | 'weight' | 'draws'>;

/** Reads answers that name one option of a list by its key. */
export function optionsReader(
  choice: OptionsChoiceLike<EffectfulOption> & { readonly default: string | null },
  path: Path,
): ChoiceReader {
  const answers = new Map<string, Answer>(
    choice.options.map((option, effect) => [
      option.key,
      { ...plainAnswer, canonical: option.key, shown: option.title, option: option.key, effect },
    ]),
  );
  return {
    ask: 'choose',
    expected: 'the key of an option, as text',
    fallback: choice.default,
    effects: choice.options.map(({ title, amount, sku, weight, draws }, index) => ({
      label: `${choice.title}: ${title}`,
      amount,
      sku,
      weight,
      draws,
      path: [...path, 'options', index],
    })),
    read(raw: unknown, problems: Problem[]): Answer | null {
      if (typeof raw !== 'string') {
        return refuse(problems, choice.key, { code: 'wrongKindOfAnswer', title: choice.title, expected: this.expected });
      }
      if (raw === '') return null;
      const answer = answers.get(raw);
      if (answer) return answer;
      const offered = choice.options.map((option) => option.title);
      return refuse(problems, choice.key, { code: 'unknownOption', title: choice.title, given: raw.slice(0, 60), offered });
    },
  };
}
