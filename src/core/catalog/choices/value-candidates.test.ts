import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Exact } from '../../number';
import { type Problem } from '../../problems';
import { type Answer } from '../../selection';
import { type Candidate, choiceSchema, kindOf } from '.';

/** What a number or a measure stands for, with what it reads. */
function valuesOf(definition: object) {
  const choice = choiceSchema.parse({ key: 'it', title: 'It', ...definition });
  const reader = kindOf(choice).reader(choice, []);
  const read = (raw: unknown): Answer | null => {
    const problems: Problem[] = [];
    const answer = reader.read(raw, problems, { today: '2026-12-01', files: () => undefined });
    return problems.length === 0 ? answer : null;
  };
  const found = kindOf(choice).candidates(choice, {
    index: 0,
    today: '2026-12-01',
    thresholds: [],
    words: [],
    seasons: [],
    byWeekday: false,
    further: [],
    read: (raw, same): Candidate[] => {
      const answer = read(raw);
      return answer ? [{ raw, answer, option: null, same }] : [];
    },
  });
  return { list: found?.list ?? [], read };
}

const isWithin = ({ answer, ends }: Candidate, value: Exact): boolean => {
  const [low, high] = ends ? [ends.low.value, ends.high.value] : [answer?.value, answer?.value];
  return !!low && !!high && !value.isLess(low) && !value.isMore(high);
};

const whole = fc.integer({ min: -9, max: 9 });
const limits = fc.record({
  min: fc.option(whole),
  max: fc.option(whole),
  step: fc.constantFrom(null, '1', '0.5', '2'),
});

describe('what a number or a measure stands for', () => {
  it.each(['number', 'measure'])('is every answer that a %s takes, whatever its ends are', (kind) => {
    fc.assert(
      fc.property(limits, fc.integer({ min: -60, max: 60 }), ({ min, max, step }, halves) => {
        const ends = { min: min === null ? null : String(min), max: max === null ? null : String(max) };
        const { list, read } = valuesOf({ kind, ...ends, step, ...(kind === 'measure' && { unit: 'm' }) });
        const answer = read(kind === 'measure' ? `${halves / 2} m` : String(halves / 2));
        if (answer?.value) expect(list.some((candidate) => isWithin(candidate, answer.value ?? Exact.zero))).toBe(true);
      }),
    );
  });
});
