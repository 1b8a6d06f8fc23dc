import { z } from 'zod';
import { Exact } from '../../number';
import { type Path, type Problem } from '../../problems';
import { readNumber } from '../../quantity';
import { type Answer } from '../../selection';
import {
  choiceFields,
  type ChoiceReader,
  EFFECT_TOLD,
  effectFields,
  ownEffect,
  placeholderField,
  refuse,
  type Report,
  valueAnswer,
  withoutEffect,
} from './common';
import { type KindOfChoice } from './kind';
import { checkLimits, compileLimits, limitFields, limitProblem } from './limits';
import { valueCandidates } from './value-candidates';

/**
 * A number without a unit: how many of something, unless it says that parts of one or values below nothing are answers,
 * too.
 */
export const schema = z.strictObject({
  kind: z.literal('number'),
  ...choiceFields,
  placeholder: placeholderField,
  ...limitFields,
  parts: z.boolean().default(false).describe('whether parts of one are answers, such as 2.5'),
  belowNothing: z.boolean().default(false).describe('whether negative numbers are answers'),
  ...effectFields,
});

export type NumberChoice = z.infer<typeof schema>;

type Limiting = Pick<NumberChoice, 'min' | 'max' | 'step' | 'parts' | 'belowNothing'>;

/** The limits that really hold: whole numbers from nothing on, where nothing else is said. */
export function numberLimits({ min, max, step, parts, belowNothing }: Limiting): {
  min: string | null;
  max: string | null;
  step: string | null;
} {
  return { min: min ?? (belowNothing ? null : '0'), max, step: step ?? (parts ? null : '1') };
}

export function check(choice: NumberChoice, path: Path, report: Report): void {
  checkLimits(numberLimits(choice), path, report);
  const isWhole = (text: string | null) => text === null || (Exact.parse(text)?.isWhole() ?? true);
  for (const field of ['min', 'step'] as const)
    if (!choice.parts && !isWhole(choice[field]))
      report([...path, field], { code: 'partsNotAnswers', given: choice[field] ?? '' });
  if (!choice.belowNothing && choice.min !== null && Exact.parse(choice.min)?.sign() === -1)
    report([...path, 'min'], { code: 'belowNothingNotAnswers', given: choice.min });
}

export function reader(choice: NumberChoice, path: Path): ChoiceReader {
  const limits = compileLimits(numberLimits(choice), path, () => undefined);
  const { key, title } = choice;
  const example = (limits.min ?? Exact.one).toString();
  return {
    ask: 'enter',
    expected: { form: 'number' },
    fallback: () => choice.default,
    effects: [ownEffect(choice, path)],
    read(raw: unknown, problems: Problem[]): Answer | null {
      const given = typeof raw === 'number' ? String(raw) : raw;
      if (typeof given !== 'string')
        return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected: this.expected });
      if (given.length < 1000 && given.trim() === '') return null;
      const reading = readNumber(given);
      if (reading.fault)
        return refuse(problems, key, {
          code: 'numberUnreadable',
          title,
          given: given.slice(0, 60),
          fault: reading.fault,
          example,
        });
      const fault = limitProblem(reading.value, limits, title, String);
      if (fault) return refuse(problems, key, fault);
      const canonical = reading.value.toString();
      return valueAnswer(reading.value, canonical, canonical);
    },
  };
}

export const numberKind: KindOfChoice<NumberChoice> = {
  told: [...EFFECT_TOLD, 'placeholder', 'min', 'max', 'step', 'default', 'parts', 'belowNothing'],
  check,
  reader,
  settledInside: false,
  tests: ['value', 'answered'],
  candidates: (choice, scope) =>
    valueCandidates({ ...numberLimits(choice), default: choice.default, aboveNothing: false }, scope),
  unseen: withoutEffect,
};
