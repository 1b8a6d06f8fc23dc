import { z } from 'zod';
import { unitCode } from '../../fields';
import { decimalText, Exact } from '../../number';
import { type Path, type Problem } from '../../problems';
import { formatQuantity, readMeasure, requireUnit, unitByCode } from '../../quantity';
import { type Answer } from '../../selection';
import { inOneLine } from '../../text';
import {
  choiceFields,
  type ChoiceReader,
  EFFECT_TOLD,
  effectFields,
  ownEffect,
  placeholderField,
  readLimit,
  refuse,
  type Report,
  valueAnswer,
  withoutEffect,
} from './common';
import { type KindOfChoice } from './kind';
import { checkLimits, compileLimits, limitFields, limitProblem } from './limits';
import { valueCandidates } from './value-candidates';

/** An answer that is taken with one press, in the measure's unit: `0.5`, called “a half”. */
export const quickPickSchema = z.strictObject({
  value: decimalText,
  title: z.string().max(40).default('').describe('empty to write the measure itself'),
});

export type QuickPick = z.infer<typeof quickPickSchema>;

/** A place on a picture, in percent of its width from the left, or of its height from the top. */
export const percentOfPicture = z.number().min(0).max(100);

/** Where a measure stands on the picture: a line along the edge that it measures, with the answer on it. */
export const picturePlaceSchema = z.strictObject({
  as: z.enum(['label', 'input']).describe('whether it only shows the answer, or takes it there too'),
  x: percentOfPicture.describe('middle of the line, in percent of the picture’s width from the left'),
  y: percentOfPicture.describe('in percent of the picture’s height from the top'),
  along: z.enum(['across', 'upright']).describe('which way the line runs'),
  span: z.number().min(5).max(100).describe('how long the line is, in percent of the picture’s width or height'),
});

export type PicturePlace = z.infer<typeof picturePlaceSchema>;

/** A physical quantity: a length, an area, a volume, a weight or a count. Limits and default are in its unit. */
export const schema = z.strictObject({
  kind: z.literal('measure'),
  ...choiceFields,
  placeholder: placeholderField,
  unit: unitCode(z.string().describe('UCUM code of the unit it is asked in')),
  ...limitFields,
  picks: z.array(quickPickSchema).max(12).default([]).describe('answers that are taken with one press'),
  onPicture: picturePlaceSchema.nullable().default(null).describe('where on the product’s picture it stands'),
  ...effectFields,
});

export type MeasureChoice = z.infer<typeof schema>;

const OWN_UNIT = /[a-z'"′″’”]/i;

/** A measure as a basket shows it: in the shop's unit, and as it was typed where that was in another. */
function asTyped(given: string, written: string): string {
  if (!OWN_UNIT.test(given) || plain(given) === plain(written)) return written;
  return `${inOneLine(given)} (${written})`;
}

const plain = (text: string) => text.replace(/\s/g, '').replace(',', '.').toLowerCase();

export function check(choice: MeasureChoice, path: Path, report: Report): void {
  checkLimits(choice, path, report, false);
  choice.picks.forEach(({ value }, index) => {
    const place = [...path, 'picks', index, 'value'];
    const read = readLimit(value, place, report);
    const wrong =
      read &&
      limitProblem(
        read,
        compileLimits(choice, path, () => undefined),
        choice.title || 'This measure',
        String,
      );
    if (wrong) report(place, { code: 'pickRefused', reason: wrong });
  });
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
    expected: { form: 'measure', example },
    fallback: () => choice.default,
    effects: [ownEffect(choice, path)],
    read(raw: unknown, problems: Problem[]): Answer | null {
      const given = typeof raw === 'number' ? String(raw) : raw;
      if (typeof given !== 'string')
        return refuse(problems, key, { code: 'wrongKindOfAnswer', title, expected: this.expected });
      if (given.length < 1000 && given.trim() === '') return null;
      const reading = readMeasure(given, unit);
      if (reading.fault)
        return refuse(problems, key, {
          code: 'numberUnreadable',
          title,
          given: given.slice(0, 60),
          fault: reading.fault,
          example,
        });
      const { value } = reading.quantity;
      if (value.sign() < 0 || (value.sign() === 0 && !limits.min)) {
        return refuse(problems, key, {
          code: 'belowMinimum',
          title,
          minimum: limits.min && write(limits.min),
          nearest: [],
        });
      }
      const fault = limitProblem(value, limits, title, write);
      if (fault) return refuse(problems, key, fault);
      return valueAnswer(value, value.toString(), asTyped(given, write(value)));
    },
  };
}

export const measureKind: KindOfChoice<MeasureChoice> = {
  told: [...EFFECT_TOLD, 'placeholder', 'unit', 'min', 'max', 'step', 'default', 'picks', 'onPicture'],
  check,
  reader,
  settledInside: false,
  tests: ['value', 'answered'],
  candidates: (choice, scope) => valueCandidates({ ...choice, aboveNothing: true }, scope),
  unseen: withoutEffect,
};
