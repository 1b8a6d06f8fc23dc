import { type Exact } from '../../number';
import { type Answer } from '../../selection';
import { type Wording } from '../../text';

/** A possible answer to a choice, for the analysis: what a selection would say, and how it is read. */
export interface Candidate {
  /** null for leaving it out */
  readonly raw: unknown;
  readonly answer: Answer | null;
  /** position of the option that is picked, or null */
  readonly option: number | null;
  /** candidates that count as the same are one when selections are counted */
  readonly same: number;
  /** whether it stands for not being asked at all; absent for no */
  readonly hidden?: boolean;
  /** where it stands for all answers from one to another: those two; no rule tells any of them from the others */
  readonly ends?: { readonly low: Answer; readonly high: Answer };
  /** whether answers go on to where nobody set a limit; absent for no */
  readonly open?: boolean;
}

export interface Candidates {
  /** together they stand for every answer there is */
  readonly list: readonly Candidate[];
  /** whether its answers are counted one by one: what is picked from a list, and yes or no */
  readonly counted: boolean;
  /** whether there are answers that rules tell apart and none of these stands for; absent for no */
  readonly isLoose?: boolean;
}

/** What candidates depend on beside the choice itself. */
export interface CandidateScope {
  /** position of the choice on its page */
  readonly index: number;
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** the values at which rules change what they say of the choice */
  readonly thresholds: readonly string[];
  /** what rules look for in a text */
  readonly words: readonly Wording[];
  /** the parts of the year that rules tell apart */
  readonly seasons: readonly { readonly from: string; readonly to: string }[];
  /** whether rules tell one day of the week from another */
  readonly byWeekday: boolean;
  /** values of a measure or number to look at, too */
  readonly further: readonly Exact[];
  /** the candidate that an answer is, or none where it would be refused */
  read(raw: unknown, same: number): Candidate[];
}

/**
 * One candidate for all answers from one to another. @param raw the one of them that is looked at; none where it would
 * be refused
 */
export function between(
  { read }: Pick<CandidateScope, 'read'>,
  low: unknown,
  raw: unknown,
  high: unknown,
  same: number,
): Candidate[] {
  const [[first], [middle], [last]] = [read(low, same), read(raw, same), read(high, same)];
  return middle && first?.answer && last?.answer ? [{ ...middle, ends: { low: first.answer, high: last.answer } }] : [];
}

/** So many quantities at most are looked at one by one. */
const MOST_COUNTS = 12;

/** How many of something: each where they are few, else one, the most, and everything between. */
export function countCandidates(
  scope: Pick<CandidateScope, 'read'>,
  most: number,
  raw: (count: number) => unknown,
  same: number,
): Candidate[] {
  if (most <= MOST_COUNTS) return Array.from({ length: most }, (_, before) => scope.read(raw(before + 1), same)).flat();
  return [
    ...scope.read(raw(1), same),
    ...between(scope, raw(2), raw(Math.ceil(most / 2)), raw(most - 1), same),
    ...scope.read(raw(most), same),
  ];
}
