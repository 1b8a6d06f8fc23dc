/** What is wrong with a price list. Days are YYYY-MM-DD, or what was typed in their place. */
export type ListFaultData =
  | { readonly code: 'keyTwice'; readonly key: string }
  | { readonly code: 'titleMissing' }
  | { readonly code: 'hidesSigns' }
  | { readonly code: 'groupUnknown'; readonly key: string }
  | { readonly code: 'notADay'; readonly given: string }
  | { readonly code: 'endsBeforeItBegins'; readonly from: string; readonly until: string }
  | { readonly code: 'notAPercentage'; readonly given: string }
  | { readonly code: 'lowestWithoutBeginning' }
  | { readonly code: 'followedUnknown'; readonly key: string }
  | { readonly code: 'followsItself' }
  | { readonly code: 'followsInACircle' }
  | { readonly code: 'productUnknown'; readonly slug: string }
  | {
      readonly code: 'thingUnknown';
      readonly product: string;
      readonly what: 'product' | 'variant' | 'option';
      /** by keys */ readonly called: string;
    }
  | { readonly code: 'pricedTwice'; readonly of: string }
  | { readonly code: 'notAPrice'; readonly given: string; readonly of: string }
  | { readonly code: 'priceBelowNothing'; readonly of: string };

export interface ListFault {
  /** place of the list among all of them, and its title */
  readonly place: number;
  readonly title: string;
  readonly data: ListFaultData;
}
