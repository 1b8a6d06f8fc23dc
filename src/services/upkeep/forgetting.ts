import { DAY, monthsBefore } from '../../core/calendar';
import { readSettings } from '../catalog/catalog-state';
import { inTurn } from '../../data/turns';
import { type Services } from '../context';
import { clearDone, DONE_HOURS } from '../done-requests';
import { othersTurn } from '../in-pieces';
import { clearOutbox } from '../letters/outbox';
import { LINK_DAYS } from '../people/links';
import { processLog } from '../process-log';
import { forgetOld } from '../selling/anonymous';
import { clearBaskets } from '../selling/forgotten-baskets';
import { clearMessages } from '../webhooks/targets';
import { nowAndAgain } from './now-and-again';

const HOUR = 60 * 60_000;

/** When it is looked for what is no longer to be kept. */
const TIMES = { firstAfter: 5 * 60_000, every: HOUR };

/** So long it is kept what other programs were told, in days. */
const MESSAGE_DAYS = 30;

/** Of how much of each nothing is kept any more. */
type Forgotten = Readonly<Record<'orders' | 'baskets' | 'letters' | 'messages' | 'requests', number>>;

/**
 * Takes away what the shop no longer keeps of its customers, by its settings: whose old orders were, and baskets that
 * nobody touches; letters whose links no longer lead in; and which requests of programs are done.
 *
 * @returns of how many
 */
export async function forget(context: Services): Promise<Forgotten> {
  const {
    personalData: { orderMonths, basketDays },
  } = await readSettings(context.database.read);
  const now = context.now();
  const until = async (work: () => Promise<number>): Promise<number> => {
    let done = 0;
    for (let some = await work(); some > 0; some = await work()) {
      done += some;
      await othersTurn();
    }
    return done;
  };
  return {
    orders: orderMonths === null ? 0 : await until(() => forgetOld(context, monthsBefore(now, orderMonths))),
    messages: await until(() => clearMessages(context, new Date(now.getTime() - MESSAGE_DAYS * DAY))),
    requests: await until(() => clearDone(context, new Date(now.getTime() - DONE_HOURS * HOUR))),
    letters: await clearOutbox(context, LINK_DAYS),
    baskets: await until(() => clearBaskets(context, new Date(now.getTime() - basketDays * DAY))),
  };
}

/** Forgets now and again, as long as the process lives. What goes wrong stands in its log and is tried again. */
export function keepForgetting(context: Services): void {
  nowAndAgain(TIMES, 'What is no longer kept could not be taken away', async () => {
    await inTurn(context.database, 'forgetting', async () => {
      const forgotten = await forget(context);
      if (Object.values(forgotten).some((many) => many > 0))
        processLog.info(forgotten, 'What is no longer kept was taken away');
    });
  });
}
