import { atOneMoment, type Services } from './context';
import { readShared } from './catalog/catalog-state';
import { Refusal } from './refusal';
import { type Queries } from '../data/database';

/** So often what is decided is worked out anew, because the catalog has changed meanwhile. */
const MOST_TRIES = 6;

/**
 * Decides something that takes long to work out, and keeps nobody waiting for it: it is read at one moment, worked out
 * in its own time, and written only if the catalog is still as it was; else it begins again.
 *
 * @param look reads what it follows from, and gives what works it out: that may read on, as whatever has changed by
 *   then is noticed when it is to be written
 * @param write what is written then, in one transaction
 * @throws Refusal 409 `changedMeanwhile` where the catalog changes all the time
 */
export async function asSeen<Found, Result>(
  context: Services,
  look: (still: Services, context: Services) => Promise<() => Promise<Found>>,
  write: (transaction: Queries, found: Found) => Promise<Result>,
): Promise<Result> {
  for (let tries = 0; tries < MOST_TRIES; tries += 1) {
    const { state, workOut } = await atOneMoment(context, async (still) => ({
      state: (await readShared(still.database.read)).state,
      workOut: await look(still, context),
    }));
    const found = await workOut();
    const outcome = await context.database.write(async (transaction) =>
      (await readShared(transaction)).state === state ? { result: await write(transaction, found) } : null,
    );
    if (outcome) return outcome.result;
  }
  throw new Refusal(
    409,
    'changedMeanwhile',
    'The catalog is being changed by others all the time. Try again in a moment.',
  );
}
