import { type CustomerGroup } from '../catalog';

/** The customer's own group, and all others, as far as a customer hears of them. */
export const OWN: CustomerGroup = { key: 'your group', title: 'your group', code: null, taxShown: null };
export const OTHERS: CustomerGroup = { key: 'other customers', title: 'other customers', code: null, taxShown: null };

/** For whom and when something is told, and what is told in the place of inside names. */
export interface View {
  readonly group: string | null;
  /** the day it is, as YYYY-MM-DD; null where any may be */
  readonly today: string | null;
  /** what suppliers and tags that rules ask about are called here */
  readonly supplier: (name: string) => string | null;
  readonly tag: (name: string) => string | null;
}

/** These fields of a record, and no others: what is added to it stays inside until it is named. */
export function told<T extends object, Name extends keyof T>(record: T, names: readonly Name[]): Pick<T, Name> {
  return Object.fromEntries(names.map((name) => [name, record[name]])) as Pick<T, Name>;
}
