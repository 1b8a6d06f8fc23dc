import { type Answer } from '../../selection';
import { type ReadAnswers } from './answers';

/** The answers that somebody has given, in the order of the page; null for what counts by default. */
export const saidOf = ({
  answers,
  defaulted,
}: Pick<ReadAnswers, 'defaulted'> & { readonly answers: readonly (Answer | null)[] }): readonly (Answer | null)[] =>
  answers.map((answer, index) => (defaulted[index] ? null : answer));
