import { z } from 'zod';
import { Exact } from '../../number';
import { type Problem } from '../../problems';
import { readNumber } from '../../quantity';
import { type Path } from '../faults';
import { type Answer, type ChoiceReader, choiceFields, effectFields, ownEffect, refuse, type Report, valueAnswer } from './common';
import { checkLimits, compileLimits, limitFields, limitProblem } from './limits';

/** A number without a unit. */
export const schema = z.strictObject({
  kind: z.literal('number'),
  ...choiceFields,
  ...limitFields,
  ...effectFields,
});

export type NumberChoice = z.infer<typeof schema>;

export function check(choice: NumberChoice, path: Path, report: Report): void {
  checkLimits(choice, path, report);
}

export function reader(choice: NumberChoice, path: Path): ChoiceReader {
  const limits = compileLimits(choice, path, () => undefined);
  const { key, title } = choice;
  const example = (limits.min ?? Exact.one).toString();
  return {
    ask: 'enter',
    expected: 'a number, as a number or as text',
    fallback: () => choice.default,
    effects: [ownEffect(choice, path)],
    read(raw: unknown, problems: Problem[]): Answer | null {
      const given = typeof raw === 'number' ? String(raw) : raw;
      if (typeof given !== 'string') return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected: this.expected });
      if (given.length < 1000 && given.trim() === '') return null;
      const reading = readNumber(given);
      if (reading.fault) return refuse(problems, key, { code: 'numberUnreadable', title, given: given.slice(0, 60), fault: reading.fault, example });
      const fault = limitProblem(reading.value, limits, title, String);
      if (fault) return refuse(problems, key, fault);
      const canonical = reading.value.toString();
      return valueAnswer(reading.value, canonical, canonical);
    },
  };
}
