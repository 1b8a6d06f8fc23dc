import { type Exact } from '../number';
import { type QuantityFault } from '../ordering';
import { type FilePlace } from '../selection';
import { type MeasureFault, type Quantity } from '../quantity';
import { type TextFault } from '../text';
import { type FaultData } from './fault';
import { type Comparison, type NamedCondition } from '../conditions';
import { type Instead, type SelectionForm, type WhyNotDay } from './named-things';

/** Two things in a build that don't fit together; `is` and `otherIs` are in words, null for what says nothing of it. */
export interface NotFitting {
  readonly code: 'doesNotFit';
  readonly product: string;
  readonly property: string;
  readonly is: string | null;
  readonly compare: Comparison;
  readonly other: string;
  readonly otherProperty: string;
  readonly otherIs: string | null;
  /** what the catalog manager says of it; empty for nothing */
  readonly reason: string;
  /** what could be changed so that it fits */
  readonly instead: readonly FittingChange[];
}

/**
 * What to do about something in a build so that another thing fits: take others for it, configure it otherwise; or that
 * nothing there would do.
 */
export type FittingChange =
  | { readonly kind: 'take'; readonly of: string; readonly titles: readonly string[] }
  | { readonly kind: 'configure'; readonly of: string }
  | { readonly kind: 'nothing'; readonly place: string };

/** In what form a choice takes its answer. */
export type AnswerForm =
  | {
      readonly form:
        | 'nothing'
        | 'consent'
        | 'yesNo'
        | 'yesNoOrCount'
        | 'day'
        | 'fileTokens'
        | 'text'
        | 'line'
        | 'number'
        | 'option'
        | 'optionOrCounted'
        | 'options'
        | 'entries';
    }
  /** as text; the example in the unit of the choice */
  | { readonly form: 'measure'; readonly example: string };

/** What keeps a selection from being sold, as data. */
export type ProblemData =
  | { readonly code: 'selectionMalformed'; readonly expected: SelectionForm }
  | { readonly code: 'unknownChoice'; readonly key: string; readonly meant: string | null }
  | { readonly code: 'unknownPart'; readonly key: string; readonly meant: string | null }
  | { readonly code: 'partFixed'; readonly title: string }
  | { readonly code: 'answerFixed'; readonly title: string }
  | { readonly code: 'partNotLeftOut'; readonly title: string }
  | {
      readonly code: 'partNotOffered';
      readonly title: string;
      readonly given: string;
      readonly offered: readonly Instead[];
    }
  | {
      readonly code: 'partQuantity';
      readonly title: string;
      readonly given: string;
      readonly least: number;
      readonly most: number;
    }
  | { readonly code: 'wrongKindOfAnswer'; readonly title: string; readonly expected: AnswerForm }
  | {
      readonly code: 'unknownOption';
      readonly title: string;
      readonly given: string;
      readonly offered: readonly Instead[];
    }
  | {
      readonly code: 'answerMissing';
      readonly title: string;
      readonly ask: 'choose' | 'enter' | 'answer' | 'upload' | 'agree' | 'nothing';
    }
  /** nothing settles what the workshop alone is to know */
  | { readonly code: 'workshopUnsettled'; readonly title: string }
  | { readonly code: 'textTooShort'; readonly title: string; readonly characters: number; readonly least: number }
  | { readonly code: 'textTooLong'; readonly title: string; readonly characters: number; readonly most: number }
  | { readonly code: 'textUnprintable'; readonly title: string; readonly fault: TextFault }
  | {
      readonly code: 'numberUnreadable';
      readonly title: string;
      readonly given: string;
      readonly fault: MeasureFault;
      readonly example: string;
    }
  | { readonly code: 'numberTooLarge'; readonly title: string }
  | {
      readonly code: 'belowMinimum';
      readonly title: string;
      /** null for more than nothing */
      readonly minimum: string | null;
      readonly nearest: readonly string[];
    }
  | {
      readonly code: 'aboveMaximum';
      readonly title: string;
      readonly maximum: string;
      readonly nearest: readonly string[];
    }
  | { readonly code: 'offStep'; readonly title: string; readonly step: string; readonly nearest: readonly string[] }
  | QuantityFault
  /** what a rule has against how many of several things are in a basket together */
  | { readonly code: 'basketQuantity'; readonly title: string; readonly pieces: number; readonly fault: QuantityFault }
  /** more than one customer may have of several things, with what they have ordered before */
  | {
      readonly code: 'customerQuantity';
      readonly title: string;
      readonly pieces: number;
      readonly earlier: number;
      readonly most: number;
    }
  | { readonly code: 'unknownPickKey'; readonly title: string; readonly key: string }
  | { readonly code: 'optionQuantity'; readonly title: string; readonly given: string; readonly most: number }
  | { readonly code: 'tooFewPicked'; readonly title: string; readonly given: number; readonly least: number }
  | { readonly code: 'tooManyPicked'; readonly title: string; readonly given: number; readonly most: number }
  | { readonly code: 'slotTooFew'; readonly title: string; readonly given: number; readonly least: number }
  | { readonly code: 'slotTooMany'; readonly title: string; readonly given: number; readonly most: number }
  | NotFitting
  | { readonly code: 'pickedTwice'; readonly title: string; readonly option: string }
  | { readonly code: 'dayUnreadable'; readonly title: string; readonly given: string }
  | {
      readonly code: 'dayNotOffered';
      readonly title: string;
      /** as YYYY-MM-DD */ readonly day: string;
      readonly why: WhyNotDay;
      readonly nearest: readonly string[];
    }
  | { readonly code: 'fileUnknown'; readonly title: string }
  | {
      readonly code: 'fileType';
      readonly title: string;
      readonly file: string;
      /** names of types of files, the first null for one that is none of ours */
      readonly is: string | null;
      readonly wanted: readonly string[];
    }
  | {
      readonly code: 'fileTooLarge';
      readonly title: string;
      readonly file: string;
      /** in bytes */
      readonly size: number;
      readonly largest: number;
    }
  | {
      readonly code: 'fileCount';
      readonly title: string;
      readonly given: number;
      readonly least: number;
      readonly most: number;
    }
  | {
      /** moved, turned or enlarged further than it can be */
      readonly code: 'filePlace';
      readonly title: string;
      readonly file: string;
      readonly what: keyof FilePlace;
      readonly given: number;
      readonly least: number;
      readonly most: number;
    }
  | { readonly code: 'fileNotMoved'; readonly title: string; readonly file: string }
  | { readonly code: 'optionNotOffered'; readonly title: string; readonly option: string }
  | {
      readonly code: 'optionRuledOut';
      readonly title: string;
      readonly option: string;
      readonly because: NamedCondition;
    }
  | { readonly code: 'refusedByRule'; readonly reason: string }
  | { readonly code: 'notMadeTogether'; readonly combination: string; readonly instead: readonly Instead[] }
  | {
      readonly code: 'formulaStopped';
      readonly title: string;
      readonly line: string;
      readonly why: 'divisionByZero' | 'tooLarge' | 'rootOfNegative' | 'negative';
    }
  | { readonly code: 'partNotReady'; readonly title: string; readonly first: ProblemData | null }
  | {
      readonly code: 'partOut';
      /** the part that there is too little for, and the stock item */
      readonly title: string;
      readonly item: string;
      /** how many of the whole can be had, and how many were asked for */
      readonly canSupply: number;
      readonly asked: number;
      readonly instead: readonly Instead[];
      /** whether leaving it out would do */
      readonly optional: boolean;
    }
  | { readonly code: 'notOnSale'; readonly combination: string }
  | { readonly code: 'combinationNotMade'; readonly combination: string }
  | { readonly code: 'outOfStock'; readonly item: string }
  /**
   * there is no room on a day or in a week, given by its first day; `next` is the next with room for all, null where
   * none was found
   */
  | {
      readonly code: 'noRoom';
      readonly title: string;
      readonly per: 'day' | 'week';
      readonly at: string;
      readonly left: number;
      readonly asked: number;
      readonly next: string | null;
    }
  | { readonly code: 'notEnoughStock'; readonly item: string; readonly canSupply: number; readonly asked: number }
  | {
      readonly code: 'cannotCut';
      readonly item: string;
      /** what is left altogether, and the longest single piece of it, in words */
      readonly total: string;
      readonly longest: string;
      /** the longest piece that was asked for */
      readonly piece: string;
      readonly pieces: number;
      readonly canSupply: number;
      readonly tooLong: boolean;
      /** whether it is proved that they can't be cut; else no way was found in the time that may be taken */
      readonly isProved: boolean;
      /** what could be supplied instead, in words */
      readonly instead: readonly string[];
      readonly nearest: readonly string[];
    }
  | { readonly code: 'productNotReady'; readonly first: FaultData; readonly count: number }
  | { readonly code: 'notInShop' }
  | { readonly code: 'priceMissing' }
  | { readonly code: 'priceBelowNothing'; readonly price: Exact; readonly currency: string }
  | { readonly code: 'lineBelowNothing'; readonly total: Exact; readonly currency: string }
  | { readonly code: 'weightBelowNothing'; readonly weight: Quantity }
  | {
      readonly code: 'unknownKey';
      readonly place: string;
      readonly key: string;
      readonly known: readonly string[];
      readonly meant: string | null;
    };

export type ProblemCode = ProblemData['code'];
