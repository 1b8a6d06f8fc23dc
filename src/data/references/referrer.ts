import { sql, type SQL } from 'drizzle-orm';
import { type ReferrerKind, type ReferrerState } from '../tables/references';

/** A definition of a product or a sheet. */
export interface Referrer {
  readonly kind: ReferrerKind;
  readonly id: number;
  readonly of: ReferrerState;
}

/** Tells definitions apart. */
export const idOf = ({ kind, id, of }: Referrer): string => `${kind} ${id} ${of}`;

/** Values as a list that the database looks among, however many there are. */
export const among = (values: Iterable<string | number>): SQL =>
  sql`(select value from json_each(${JSON.stringify([...values])}))`;
