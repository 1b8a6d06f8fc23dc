/** What a figure is of that can't be so small or so large; `core/words` says it. */
export type Figure =
  | 'unitCost'
  | 'stockFigure'
  | 'lotLength'
  | 'kerf'
  | 'offcut'
  | 'basePrice'
  | 'variantPrice'
  | 'variantWasPrice'
  | 'weight'
  | 'variantWeight'
  | 'breakPrice'
  | 'takenOff'
  | 'drawn'
  | 'contents'
  | 'waste'
  | 'leastCharged'
  | 'chargeStep'
  | 'packSize'
  | 'taxRate'
  | 'deliveryPrice'
  | 'freeDelivery'
  | 'percentOff'
  | 'amountOff'
  | 'leastValue'
  | 'onPicture'
  | 'pictureScale'
  | 'ofWorkshop';

/** A figure of something; `of` is what that is called, where several have one. */
export interface FigureOf {
  readonly figure: Figure;
  readonly of?: string;
}

/** What is called twice the same. */
export type Keyed =
  | 'option'
  | 'choice'
  | 'part'
  | 'product'
  | 'fit'
  | 'stockItem'
  | 'swatch'
  | 'sheet'
  | 'group'
  | 'code'
  | 'floor'
  | 'quantityRule'
  | 'taxClass'
  | 'taxRate'
  | 'delivery'
  | 'discount'
  | 'view'
  | 'layer';

/** What somebody has still to name. */
export type ToName =
  'choice' | 'choices' | 'options' | 'picture' | 'place' | 'together' | 'choiceOfLayer' | 'pictureOfLayer';

/** What has no name yet; `position` counts from one. */
export type Unnamed =
  | { readonly kind: 'product' | 'prepared' | 'formula' | 'view' | 'asked' }
  | { readonly kind: 'choice'; readonly position: number }
  | { readonly kind: 'offered'; readonly of: string }
  | { readonly kind: 'option'; readonly position: number; readonly choice: string };

/** What something had to be that is named. */
export type Wanted =
  'options' | 'file' | 'slot' | 'question' | 'choice' | 'value' | 'measure' | 'text' | 'date' | 'oneOf' | 'withoutBase';

/** What could be answered instead, by its key and as people call it. */
export interface Instead {
  readonly key: string;
  readonly title: string;
  /** the choice that it answers, where that is not where the problem is */
  readonly choice?: { readonly key: string; readonly title: string };
}

/** What a selection had to be. */
export type SelectionForm =
  { readonly form: 'selection' | 'answers' | 'quantity' | 'parts' } | { readonly form: 'part'; readonly part: string };

/** What can't be used in formulas, as something else is called like it. */
export type HiddenName = { readonly kind: 'quantity' | 'base' } | { readonly kind: 'rate'; readonly title: string };

/** Why a day can't be chosen; days as YYYY-MM-DD, weekdays from 1 for Monday, months from 1. */
export type WhyNotDay =
  | { readonly kind: 'first' | 'last'; readonly day: string }
  | { readonly kind: 'weekday' | 'month'; readonly number: number }
  | { readonly kind: 'leftOut' }
  | { readonly kind: 'takes'; readonly days: number };
