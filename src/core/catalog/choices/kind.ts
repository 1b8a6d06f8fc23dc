import { type Path } from '../../problems';
import { type Candidates, type CandidateScope } from './candidates';
import { type ChoiceReader, type Report } from './common';

/** What a condition can ask of a choice. */
export type TestOfChoice =
  'option' | 'pieces' | 'said' | 'answered' | 'value' | 'characters' | 'says' | 'day' | 'weekday' | 'season';

/** A choice says nothing any more, or a heading stands in its place. */
export type Unseen<C> = C | { readonly heading: true };

/** Everything the core knows of a kind of choice beside its schema. */
export interface KindOfChoice<C> {
  /** what of it customers may know, beside what everything on a page has: whatever is not named here stays inside */
  readonly told: readonly (keyof C & string)[];
  /** whether it can be for the workshop alone: a default and rules can settle it, or it is a note */
  readonly settledInside: boolean;
  /** reports what is wrong with a choice, taken by itself */
  check(choice: C, path: Path, report: Report): void;
  /** makes a choice ready to read answers */
  reader(choice: C, path: Path): ChoiceReader;
  /** what conditions can ask of it, the usual question first; nothing of what asks nothing */
  readonly tests: readonly TestOfChoice[];
  /** answers that the analysis looks at; null for what asks nothing */
  candidates(choice: C, scope: CandidateScope): Candidates | null;
  /**
   * The choice for who may not see it: it keeps what rules and formulas refer to, and says nothing.
   *
   * @param others key of the customer groups that may see it
   */
  unseen(choice: C, others: string): Unseen<C>;
  /** the choice as it is on any day, to check its default by; null where the default depends on the day */
  onAnyDay?(choice: C): C | null;
}
