import { type RuleEffect } from '../../catalog';
import { type Candidate, type Candidates } from '../../catalog/choices';
import { type ComponentProgram, type Held, type Program, type SlotProgram } from '../../compile';
import { type Formula, type Space } from '../../constraints';
import { type Breakpoints } from './breakpoints';
import { type QuantityCell } from './candidates';
import { type Look, type WayIn } from './ways-in';

/** One choice as the analysis sees it. */
export interface ModelledChoice {
  readonly index: number;
  readonly candidates: Candidates;
  /** by value, what it stands for; of a choice of several, of each option: left out, or how many of it */
  readonly variables: readonly { readonly variable: number; readonly values: readonly Candidate[] }[];
  readonly several: boolean;
  /**
   * of a slot, whose variables are its places, filled from the first on: what its values stand for; absent otherwise
   */
  readonly slot?: ModelledSlot;
}

/** What the places of a slot stand for. */
export interface ModelledSlot {
  readonly program: SlotProgram;
  /** by value of a place, null for nothing in it */
  readonly ways: readonly (WayIn | null)[];
  /**
   * a variable whose values are all that can be in the slot, as formulas see it; null where that is too much to go
   * through
   */
  readonly contents: { readonly variable: number; readonly held: readonly (readonly Held[])[] } | null;
  /** whether what it holds could not be looked at wholly */
  readonly isLoose: boolean;
  /** whether nothing costs less than its ways, or more */
  readonly isPriced: boolean;
}

/** A part of a kit as the analysis sees it: a variable whose values are the ways in which it can come. */
export interface ModelledPart {
  readonly component: ComponentProgram;
  readonly variable: number;
  /** by value; null for leaving it out */
  readonly ways: readonly (WayIn | null)[];
  /** whether formulas can't be told what they ask of it */
  readonly isLoose: boolean;
  /** whether nothing costs less than its ways, or more */
  readonly isPriced: boolean;
}

/** What the analysis leaves out, so that its figures are bounds and not counts. */
export type Gap =
  | { readonly kind: 'formulaTooWide' | 'slotTooWide' | 'textTooWide'; readonly title: string }
  /** what one weighs, and what is paid once for what is inside */
  | { readonly kind: 'weightTooWide' | 'onceInside' };

/**
 * A product as a space of variables. Where a value stands for many answers, of which a formula refuses some, a model is
 * one of two: in the inner one every solution, with the answers that are looked at, is sellable; in the outer one every
 * sellable selection is a solution. Where nothing is unsettled, the two are the same.
 */
export interface Model {
  readonly program: Program;
  readonly today: string;
  readonly space: Space;
  readonly group: number;
  /** customer groups that make a difference, null for everybody else first */
  readonly groups: readonly (string | null)[];
  readonly quantity: number;
  readonly quantities: readonly QuantityCell[];
  /** by position of the choice; null for what asks nothing */
  readonly choices: readonly (ModelledChoice | null)[];
  /** of a kit, in the order of its parts */
  readonly parts: readonly ModelledPart[];
  /** whether nothing in the places of a kit costs less than what it is looked at with, or more */
  readonly isPriced: boolean;
  /** what could not be told of conditions and slots while the model was made */
  readonly loose: Gap[];
  /** whether a value of a variable stands for more than one answer */
  isWide(variable: number, value: number): boolean;
  /** by position of the rule, when it fires */
  readonly fires: readonly Formula[];
  readonly gaps: readonly Gap[];
  /** by gap, whether what is left out refuses the answers that are looked at */
  readonly refused: readonly ((valueOf: (variable: number) => number) => boolean)[];
  /**
   * whether the inner and the outer model differ: some answers are refused by formulas, and others that a value stands
   * for are not
   */
  readonly isUnsettled: boolean;
  readonly switches: Switches | null;
}

/** Variables by which effects of rules can be left aside, and that say of each rule whether it fires. */
export interface Switches {
  /** 1 for kept */
  readonly kept: ReadonlyMap<RuleEffect, number>;
  /** by position of the rule, 1 where it fires */
  readonly firing: readonly number[];
}

export type ModelDraft = Omit<Model, 'fires' | 'gaps' | 'refused' | 'isUnsettled' | 'switches'>;

export interface ModelOptions {
  /** which of the two models; the inner one where nothing is said */
  readonly side?: 'inner' | 'outer';
  /** whether effects of rules can be left aside */
  readonly switched?: boolean;
  /** further values to look at, by position of the choice; -1 for the quantity */
  readonly further?: Breakpoints;
  /** what candidates for slots are looked at for */
  readonly look: Look;
}
