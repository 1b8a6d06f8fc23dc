import { type Comparison } from './comparison';

/** Where words stand in a text. */
type NamedPlace = 'whole' | 'anywhere' | 'start' | 'end';

/** A test of a condition with the names of what it asks in the place of keys, so that it can be said without the product. */
export type NamedTest =
  | { readonly kind: 'option'; readonly choice: string; readonly is: 'oneOf' | 'noneOf'; readonly options: readonly string[] }
  | { readonly kind: 'pieces'; readonly choice: string; readonly compare: Comparison; readonly value: number }
  | { readonly kind: 'figure'; readonly formula: string; readonly compare: Comparison; readonly value: string; /** UCUM code, or the currency */ readonly unit: string }
  | { readonly kind: 'said'; readonly choice: string; readonly yes: boolean }
  | { readonly kind: 'answered'; readonly choice: string; readonly answered: boolean }
  | { readonly kind: 'value'; readonly choice: string; readonly compare: Comparison; readonly value: string; /** UCUM code, of a measure */ readonly unit: string | null }
  | { readonly kind: 'characters'; readonly choice: string; readonly compare: Comparison; readonly value: number }
  | { readonly kind: 'day'; readonly choice: string; readonly compare: Comparison; readonly day: string }
  | { readonly kind: 'says'; readonly choice: string; readonly is: 'oneOf' | 'noneOf'; readonly where: NamedPlace; readonly texts: readonly string[] }
  | { readonly kind: 'weekday'; /** null for the day it is */ readonly choice: string | null; readonly is: 'oneOf' | 'noneOf'; readonly weekdays: readonly number[] }
  | { readonly kind: 'season'; /** null for the day it is */ readonly choice: string | null; readonly is: 'oneOf' | 'noneOf'; readonly from: string; readonly to: string }
  | { readonly kind: 'weight'; readonly compare: Comparison; readonly value: string; /** UCUM code */ readonly unit: string }
  | { readonly kind: 'quantity'; readonly compare: Comparison; readonly value: number }
  | { readonly kind: 'group'; readonly is: 'oneOf' | 'noneOf'; readonly groups: readonly string[] }
  | { readonly kind: 'category'; readonly is: 'oneOf' | 'noneOf'; readonly categories: readonly string[] }
  | { readonly kind: 'name'; readonly is: 'oneOf' | 'noneOf'; readonly where: NamedPlace; readonly texts: readonly string[] }
  | { readonly kind: 'tag'; readonly is: 'oneOf' | 'noneOf'; readonly tags: readonly string[] }
  | { readonly kind: 'supplier'; readonly is: 'oneOf' | 'noneOf'; readonly suppliers: readonly string[] };

/** A condition with names in the place of keys; null always holds. */
export type NamedCondition = NamedTest | { readonly kind: 'all' | 'any' | 'none'; readonly of: readonly NamedCondition[] } | null;

/** A rule as it is spoken of: by its title, or where it has none by its condition. */
export interface NamedRule {
  readonly title: string;
  readonly when: NamedCondition;
}
