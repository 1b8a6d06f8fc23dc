import { Database } from '../data/database';
import { startThreads } from './background/pool';
import { beginCards } from './catalog/cards';
import { isCausedBy } from './caused-by';
import { type Services } from './context';
import { firstOwnerLink, isNobodyHere } from './people/people';
import { keepFreeing } from './selling/overdue';
import { keepBackups } from './upkeep/backups';
import { keepDelivering } from './upkeep/delivering';
import { keepForgetting } from './upkeep/forgetting';
import { processLog } from './process-log';

const holder = globalThis as { oakKnotServices?: Promise<Services>; oakKnotToldOf?: string };

/** The services of this process, opened once: bundles of one server share them through the global object. */
export function services(): Promise<Services> {
  holder.oakKnotServices ??= open().catch((error: unknown) => {
    delete holder.oakKnotServices;
    throw error;
  });
  return holder.oakKnotServices;
}

/** Whether the data can't be read, so that nothing can be shown; what is wrong with it stands in the log, once. */
export async function isDataUnsound(): Promise<boolean> {
  try {
    await services();
    delete holder.oakKnotToldOf;
    return false;
  } catch (error) {
    const isUnread = isCausedBy(error, 'DataUnsound') || isCausedBy(error, 'DatabaseAway');
    if (!(error instanceof Error) || !isUnread) throw error;
    if (holder.oakKnotToldOf !== error.message) processLog.fatal(error.message);
    holder.oakKnotToldOf = error.message;
    return true;
  }
}

async function open(): Promise<Services> {
  const database = await Database.open();
  await database.migrate(() => processLog.warn('Another process is changing the form of the tables: waiting for it'));
  const context: Services = { database, now: () => new Date() };
  await keepFreeing(context);
  startThreads('small', 'large');
  // What was left when the last process ended goes on.
  beginCards(context);
  keepBackups(context);
  keepForgetting(context);
  keepDelivering(context);
  if (await isNobodyHere(context)) await tellFirstOwner(context);
  return context;
}

/** Tells whoever has started this how to come in: nobody else can see it. */
async function tellFirstOwner(context: Services): Promise<void> {
  const { HOST = 'localhost', PORT = '3000' } = process.env;
  const link = `http://${HOST}:${PORT}${await firstOwnerLink(context)}`;
  process.stdout.write(`Nobody is in yet. Whoever opens this link becomes the owner: ${link}\n`);
}
