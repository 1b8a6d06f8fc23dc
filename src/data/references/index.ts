import { type Queries, readsOneMoment } from '../database';
import * as find from './find';
import { followChanges } from './keep';
import * as standing from './standing';

export { type Asked, MOST_TOLD, type Thing } from './find';
export { among, type Referrer } from './referrer';

/** Asks once what has been written before in the same write is known, too. */
const upToDate =
  <Rest extends unknown[], Found>(ask: (queries: Queries, ...rest: Rest) => Promise<Found>) =>
  async (queries: Queries, ...rest: Rest): Promise<Found> => {
    if (!readsOneMoment(queries)) await followChanges(queries);
    return ask(queries, ...rest);
  };

// What each gives is said where it is found.
export const referringTo = upToDate(find.referringTo);
export const reachedFrom = upToDate(find.reachedFrom);
export const reachedBySheet = upToDate(find.reachedBySheet);
export const productsWithProofs = upToDate(find.productsWithProofs);
export const joiningBy = upToDate(find.joiningBy);
export const draftsAt = upToDate(find.draftsAt);
export const productsAt = upToDate(find.productsAt);
export const standingBy = upToDate(standing.standingBy);
export const usersOf = upToDate(find.usersOf);
export const namesOf = upToDate(find.namesOf);
export const draftsWith = upToDate(find.draftsWith);
