import { z } from 'zod';
import { enclosingChoice, optionRef } from '../../fields';
import { type AnswerForm, type Path, type Problem } from '../../problems';
import { type Answer, type OptionPick } from '../../selection';
import { choiceFields, type ChoiceReader, plainAnswer, refuse, type Report } from './common';
import { type KindOfChoice } from './kind';
import {
  checkOptions,
  optionEffects,
  OPTIONS_TOLD,
  optionsChoiceFields,
  pickCanonical,
  pickReader,
  pickShown,
  swatchNamesField,
  unseenOptions,
} from './options';

/** Several of a list, with a least and a most. */
export const schema = z.strictObject({
  kind: z.literal('several'),
  ...choiceFields,
  ...optionsChoiceFields,
  look: z.enum(['ticks', 'cards', 'swatches']).default('ticks'),
  names: swatchNamesField,
  least: z.int().min(1).max(500).nullable().default(null).describe('fewest options, where any are picked'),
  most: z.int().min(1).max(500).nullable().default(null),
  default: z
    .array(optionRef(z.string(), { choice: enclosingChoice }))
    .max(500)
    .default([])
    .describe('keys of the options picked beforehand'),
});

export type SeveralChoice = z.infer<typeof schema>;

export function check(choice: SeveralChoice, path: Path, report: Report): void {
  checkOptions(choice, path, report);
  const { least, most, options } = choice;
  if (least !== null && most !== null && least > most)
    report([...path, 'least'], { code: 'limitsCross', least: String(least), most: String(most) });
  else if (least !== null && options.length > 0 && least > options.length) {
    report([...path, 'least'], { code: 'noAnswerFits', why: { kind: 'fewOptions', least, options: options.length } });
  }
}

export function reader(choice: SeveralChoice, path: Path): ChoiceReader {
  const { key, title, options, least, most } = choice;
  const pick = pickReader(choice);
  const expected: AnswerForm = { form: 'options' };
  return {
    ask: 'choose',
    expected,
    fallback: () => (choice.default.length > 0 ? choice.default : null),
    effects: optionEffects(choice, path),
    read(raw: unknown, problems: Problem[]): Answer | null {
      if (raw === '') return null;
      if (!Array.isArray(raw)) return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected });
      if (raw.length > options.length)
        return refuse(problems, key, { code: 'tooManyPicked', title, given: raw.length, most: most ?? options.length });
      const picks: OptionPick[] = [];
      for (const entry of raw) {
        const picked = pick(entry, problems, expected);
        if (!picked) return null;
        if (picks.some(({ effect }) => effect === picked.effect))
          return refuse(problems, key, { code: 'pickedTwice', title, option: options[picked.effect]?.title ?? '' });
        picks.push(picked);
      }
      if (picks.length === 0) return null;
      if (least !== null && picks.length < least)
        return refuse(problems, key, { code: 'tooFewPicked', title, given: picks.length, least });
      if (most !== null && picks.length > most)
        return refuse(problems, key, { code: 'tooManyPicked', title, given: picks.length, most });
      // The order of ticking is no difference: the same options are the same item.
      picks.sort((a, b) => a.effect - b.effect);
      const written = (write: (option: { key: string; title: string }, count: number) => string, separator: string) =>
        picks.map(({ effect, count }) => write(options[effect] ?? { key: '', title: '' }, count)).join(separator);
      return {
        ...plainAnswer,
        canonical: written((option, count) => pickCanonical(option.key, count), '+'),
        shown: written((option, count) => pickShown(option.title, count), ', '),
        picks,
      };
    },
  };
}

export const severalKind: KindOfChoice<SeveralChoice> = {
  told: [...OPTIONS_TOLD, 'look', 'names', 'least', 'most', 'default'],
  settledInside: true,
  check,
  reader,
  tests: ['option', 'answered'],
  // Each option is asked about by itself, so there is no list of whole answers.
  candidates: () => ({ list: [], counted: true }),
  unseen: unseenOptions,
};
