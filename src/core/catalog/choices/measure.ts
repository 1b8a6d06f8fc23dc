import { z } from 'zod';
import { Exact } from '../../number';
import { type Problem } from '../../problems';
import { formatQuantity, readMeasure, requireUnit, unitByCode } from '../../quantity';
import { type Path } from '../faults';
import { type Answer, type ChoiceReader, choiceFields, effectFields, ownEffect, refuse, type Report, valueAnswer } from './common';
import { checkLimits, compileLimits, limitFields, limitProblem } from './limits';

/** A physical quantity: a length, an area, a volume, a weight or a count. Limits and default are in its unit. */
export const schema = z.strictObject({
  kind: z.literal('measure'),
  ...choiceFields,
  unit: z.string().describe('UCUM code of the unit it is asked in'),
  ...limitFields,
  ...effectFields,
});

export type MeasureChoice = z.infer<typeof schema>;

export function check(choice: MeasureChoice, path: Path, report: Report): void {
  checkLimits(choice, path, report);
  if (!unitByCode(choice.unit)) report([...path, 'unit'], { code: 'unknownUnit', given: choice.unit });
}

export function reader(choice: MeasureChoice, path: Path): ChoiceReader {
  const limits = compileLimits(choice, path, () => undefined);
  const { key, title } = choice;
  const unit = unitByCode(choice.unit) ?? requireUnit('m');
  const write = (value: Exact) => formatQuantity({ value, unit });
  const example = write(limits.min ?? Exact.one);
  return {
    ask: 'enter',
    expected: `a measure as text, such as "${example}"`,
    fallback: () => choice.default,
    effects: [ownEffect(choice, path)],
    read(raw: unknown, problems: Problem[]): Answer | null {
      const given = typeof raw === 'number' ? String(raw) : raw;
      if (typeof given !== 'string') return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected: this.expected });
      if (given.length < 1000 && given.trim() === '') return null;
      const reading = readMeasure(given, unit);
      if (reading.fault) return refuse(problems, key, { code: 'numberUnreadable', title, given: given.slice(0, 60), fault: reading.fault, example });
      const { value } = reading.quantity;
      if (value.sign() < 0 || (value.sign() === 0 && !limits.min)) {
        return refuse(problems, key, { code: 'belowMinimum', title, minimum: limits.min ? write(limits.min) : 'more than nothing', nearest: [] });
      }
      const fault = limitProblem(value, limits, title, write);
      if (fault) return refuse(problems, key, fault);
      return valueAnswer(value, value.toString(), write(value));
    },
  };
}
