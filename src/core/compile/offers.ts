import { type NamedCondition } from '../conditions';
import { type NotFitting } from '../problems/problem-data';
import { type ChoiceProgram, type OptionProgram } from './program';

export type Offer = Omit<OptionOffer, 'option'>;

/** How an option stands on the page that nothing speaks against. */
export const ALL_OFFERED: Offer = { shown: true, offered: true, why: null, leadDays: null };

/** A choice with what is offered of it. */
export function shownChoice(
  choice: Pick<ChoiceProgram, 'key' | 'options'>,
  offerOf: (option: OptionProgram, effect: number) => Offer,
): ChoiceShown {
  return {
    choice: choice.key,
    shown: true,
    why: null,
    options: choice.options.map((option, effect) => ({ option: option.key, ...offerOf(option, effect) })),
  };
}

export interface OptionOffer {
  readonly option: string;
  /** whether it stands on the page at all */
  readonly shown: boolean;
  readonly offered: boolean;
  readonly why: 'notMade' | 'notOnSale' | 'outOfStock' | 'otherGroup' | 'rule' | 'doesNotFit' | 'noWay' | null;
  /** what it does not fit, of a candidate of a slot; absent where it fits */
  readonly unfit?: NotFitting;
  /** the condition of the rule that says something of it; absent where none does */
  readonly because?: NamedCondition;
  /** days it takes, where it is offered although it is out of stock */
  readonly leadDays: number | null;
}

export interface ChoiceShown {
  readonly choice: string;
  readonly shown: boolean;
  /**
   * why it is not shown, `fixed` for what the catalog manager has answered, `workshop` for what the workshop alone
   * sees; or that a rule shows it
   */
  readonly why: 'otherGroup' | 'rule' | 'fixed' | 'workshop' | null;
  /** the condition of the rule that says something of it; absent where none does */
  readonly because?: NamedCondition;
  readonly options: readonly OptionOffer[];
  /** whether a rule asks for it, that may be left out otherwise; absent where none does */
  readonly required?: true;
  /** bounds that formulas set for this selection, written in the choice's own unit; absent where there are none */
  readonly bounds?: { readonly least: string | null; readonly most: string | null };
}
