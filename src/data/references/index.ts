import { type JoinCondition, type Sheet } from '../../core/catalog';
import { type Queries, readsOneMoment } from '../database';
import * as find from './find';
import { followChanges } from './keep';

export { type Asked, type Thing } from './find';
export { type Referrer } from './referrer';

/** What has been written before in the same write is known by then. */
async function upToDate(queries: Queries): Promise<Queries> {
  if (!readsOneMoment(queries)) await followChanges(queries);
  return queries;
}

/** Who refers to things directly, with the thing: see {@link find.referringTo}. */
export const referringTo = async (queries: Queries, things: readonly find.Thing[], asked: find.Asked) =>
  find.referringTo(await upToDate(queries), things, asked);

/** All that refer to things, or to what does, at any depth: see {@link find.reachedFrom}. */
export const reachedFrom = async (queries: Queries, things: readonly find.Thing[], asked: find.Asked) =>
  find.reachedFrom(await upToDate(queries), things, asked);

/** What a sheet reaches with other conditions: see {@link find.reachedBySheet}. */
export const reachedBySheet = async (queries: Queries, sheet: Pick<Sheet, 'key' | 'places'>) =>
  find.reachedBySheet(await upToDate(queries), sheet);

/** The products that have proofs, as they are edited or in the shop. */
export const productsWithProofs = async (queries: Queries) => find.productsSaying(await upToDate(queries), 'proof');

/** Addresses of the products in the shop that join slots by any of some conditions, in order. */
export const joiningBy = async (queries: Queries, conditions: readonly JoinCondition[]) =>
  find.joiningBy(await upToDate(queries), conditions);

/** Of those who use something so many are told by their titles where all things are listed. */
export const MOST_TOLD = 20;

/** Titles of what refers to things of one kind, by the key of the thing: see {@link find.usersOf}. */
export const usersOf = async (queries: Queries, what: Parameters<typeof find.usersOf>[1], key: string | null = null) =>
  find.usersOf(await upToDate(queries), what, key);

/** Words under which products stand, as they are written, in order. @param most so many of them */
export const namesOf = async (
  queries: Queries,
  what: 'categoryName' | 'supplierName' | 'tagName',
  most: number,
): Promise<string[]> => find.saidOfKind(await upToDate(queries), what, most);

/** The products on which a sheet is as they are edited: see {@link find.draftsWith}. */
export const draftsWith = async (queries: Queries, sheet: Pick<Sheet, 'key' | 'places'>) =>
  find.draftsWith(await upToDate(queries), sheet);
