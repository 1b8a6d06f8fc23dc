import { type Services } from '../context';
import { AT_ONCE, deliverDue } from '../webhooks/deliver';
import { nowAndAgain } from './now-and-again';

/** When it is looked whether something is to be told to other programs. */
const TIMES = { firstAfter: 2_000, every: 2_000 };

/** Sends what is due again and again, as long as the process lives. */
export const keepDelivering = (context: Services): void =>
  nowAndAgain(TIMES, 'Messages to other programs could not be sent', async () => {
    while ((await deliverDue(context)) === AT_ONCE);
  });
