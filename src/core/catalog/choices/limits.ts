import { decimalText, Exact } from '../../number';
import { type Path, type ProblemData } from '../../problems';
import { readLimit, type Report } from './common';

/** What a choice that takes a number has: bounds and default, in its own unit. */
export const limitFields = {
  min: decimalText.nullable().default(null),
  max: decimalText.nullable().default(null),
  step: decimalText.nullable().default(null).describe('counted from the minimum, or from zero where there is none'),
  default: decimalText.nullable().default(null),
};

/** Bounds of a number or measure, in its own unit; null where there is none. */
export interface Limits {
  readonly min: Exact | null;
  readonly max: Exact | null;
  readonly step: Exact | null;
}

interface LimitTexts {
  readonly min: string | null;
  readonly max: string | null;
  readonly step: string | null;
}

/** Larger answers than this are refused before anything is computed with them. */
export const LARGEST = Exact.from('1000000000000000');
export const SMALLEST = LARGEST.negated();

/** Answers with more decimal places than this are refused; the nearest that are offered have three. */
const FINEST_PLACES = 9;
/** What two answers differ by at least where there are no steps. */
export const FINEST = Exact.of(1, 10 ** FINEST_PLACES);
const USUALLY_FINEST = Exact.of(1, 1000);

/** Reads the bounds of a definition, leaving out those that can't be read. */
export function compileLimits(texts: LimitTexts, path: Path, report: Report): Limits {
  return {
    min: readLimit(texts.min, [...path, 'min'], report),
    max: readLimit(texts.max, [...path, 'max'], report),
    step: readLimit(texts.step, [...path, 'step'], report),
  };
}

/** Reports bounds that no answer could keep. */
/**
 * @param fromNothing whether nothing at all is an answer where no least is said, as it is of a number and not of a
 * measure
 */
export function checkLimits(texts: LimitTexts, path: Path, report: Report, fromNothing = true): void {
  const { min, max, step } = compileLimits(texts, path, report);
  if (step && step.sign() <= 0) report([...path, 'step'], { code: 'stepNotPositive' });
  if (min && max && min.isMore(max)) {
    report([...path, 'min'], { code: 'limitsCross', least: min.toString(), most: max.toString() });
  } else if (max && step && step.sign() > 0 && (min ?? (fromNothing ? Exact.zero : step)).isMore(max)) {
    report([...path, 'max'], { code: 'noAnswerFits', why: { kind: 'mostBelowFirstStep' } });
  }
}

/**
 * Checks a value against bounds. Steps are counted from the minimum, or from zero where there is none.
 *
 * @param write how a value is written for the customer
 * @returns what is wrong, with the nearest right answers on either side, or null
 */
export function limitProblem(
  value: Exact,
  limits: Limits,
  title: string,
  write: (value: Exact) => string,
): ProblemData | null {
  const { min, max, step } = limits;
  const origin = min ?? Exact.zero;
  if (value.isMore(LARGEST) || value.isLess(SMALLEST)) return { code: 'numberTooLarge', title };
  // A third of a metre has no end as a decimal, and stock is kept in decimals: what is near it and has one is offered.
  if ((value.decimalPlaces() ?? Infinity) > FINEST_PLACES) {
    return {
      code: 'offStep',
      title,
      step: write(USUALLY_FINEST),
      nearest: [
        onStep(value, Exact.zero, USUALLY_FINEST, 'below'),
        onStep(value, Exact.zero, USUALLY_FINEST, 'above'),
      ].map(write),
    };
  }
  if (min && value.isLess(min)) return { code: 'belowMinimum', title, minimum: write(min), nearest: [write(min)] };
  if (max && value.isMore(max)) {
    const last = step ? onStep(max, origin, step, 'below') : max;
    return { code: 'aboveMaximum', title, maximum: write(last), nearest: [write(last)] };
  }
  if (step && step.sign() > 0 && !value.minus(origin).over(step).isWhole()) {
    const nearest = [onStep(value, origin, step, 'below'), onStep(value, origin, step, 'above')].filter(
      (candidate) => !(min && candidate.isLess(min)) && !(max && candidate.isMore(max)),
    );
    return { code: 'offStep', title, step: write(step), nearest: nearest.map(write) };
  }
  return null;
}

function onStep(value: Exact, origin: Exact, step: Exact, side: 'below' | 'above'): Exact {
  const steps = value.minus(origin).over(step);
  return origin.plus(step.times(Exact.of(side === 'below' ? steps.floor() : steps.ceiling())));
}
