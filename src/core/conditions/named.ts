import { type Test } from './schema';

/**
 * A test with the names of what it asks in the place of keys, so that it can be said without the product; of a number
 * or measure with the unit that it is in.
 */
export type NamedTest =
  | Exclude<Test, { kind: 'value' }>
  | (Extract<Test, { kind: 'value' }> & { /** UCUM code, of a measure */ readonly unit: string | null });

/** A condition with names in the place of keys; null always holds. */
export type NamedCondition =
  NamedTest | { readonly kind: 'all' | 'any' | 'none'; readonly of: readonly NamedCondition[] } | null;

/** A rule as it is spoken of: by its title, or where it has none by its condition. */
export interface NamedRule {
  readonly title: string;
  readonly when: NamedCondition;
}
