import { type Exact } from '../../number';
import { type Answer } from '../../selection';

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
}

/** How far the candidates of something typed stand for all its answers. */
export type Coverage = 'every' | 'ends';

export interface Candidates {
  readonly list: readonly Candidate[];
  /** whether its answers are counted one by one: what is picked from a list, and yes or no */
  readonly counted: boolean;
  readonly coverage: Coverage;
  /** whether answers can be larger than any candidate */
  readonly openAbove: boolean;
}

/** What candidates depend on beside the choice itself. */
export interface CandidateScope {
  /** position of the choice on its page */
  readonly index: number;
  /** the day it is in the shop, as YYYY-MM-DD */
  readonly today: string;
  /** the values at which rules change what they say of the choice */
  readonly thresholds: readonly string[];
  /** values of a measure or number to look at, too */
  readonly further: readonly Exact[];
  /** the candidate that an answer is, or none where it would be refused */
  read(raw: unknown, same: number): Candidate[];
}

/** Candidates that stand for every answer there is. */
export function everyAnswer(list: readonly Candidate[], counted: boolean): Candidates {
  return { list, counted, coverage: 'every', openAbove: false };
}
