import { type FactorMust, needsFactor } from '../../core/people';
import { log } from '../../data/log';
import { type Queries } from '../../data/database';
import { signInRules } from '../../data/schema';
import { type Services } from '../context';
import { Refusal } from '../refusal';
import { type Admitted } from './admit';

/** The row that says it: there is one at most. */
const ROW = 1;

/** Who has to have a second factor. */
export async function readFactorMust(queries: Queries): Promise<FactorMust> {
  return (await queries.query.signInRules.findFirst())?.secondFactor ?? 'nobody';
}

/**
 * Says who has to have a second factor. Whoever lacks one sets it up before anything else when they come next.
 *
 * @throws Refusal 409 where whoever says so has none themselves, and would have to
 */
export async function sayFactorMust(
  { database, now }: Services,
  { roles, hasFactor }: Admitted,
  must: FactorMust,
): Promise<void> {
  if (needsFactor(must, roles) && !hasFactor)
    throw new Refusal(
      409,
      'factorFirst',
      'You have no second factor yourself. Set yours up under “You” first, then ask others for theirs.',
    );
  await database.write(async (transaction) => {
    const former = await readFactorMust(transaction);
    if (former === must) return;
    await transaction
      .insert(signInRules)
      .values({ id: ROW, secondFactor: must })
      .onConflictDoUpdate({ target: signInRules.id, set: { secondFactor: must } });
    const title = 'who needs a second factor';
    await log(transaction, now(), { what: 'changed', kind: 'settings', title, changes: [`${former} → ${must}`] });
  });
}
