import { eq } from 'drizzle-orm';
import { isIPv4 } from 'node:net';
import PQueue from 'p-queue';
import { type z } from 'zod';
import { asNow, whoActs } from '../../data/log';
import { people } from '../../data/schema';
import { readShop } from '../catalog/surroundings';
import { type Services } from '../context';
import { putIntoOutbox } from '../letters/outbox';
import { processLog } from '../process-log';
import { type invitedSchema } from './asked';
import { LINK_DAYS } from './links';
import { invite, type MadeLink, newLink } from './people';

/** A link that signs somebody in once, and whether a letter with it lies in the outbox. */
export interface WrittenLink extends MadeLink {
  readonly isWritten: boolean;
}

/**
 * Lets somebody in, and writes them so.
 *
 * @param origin the address of the manager's side, as whoever asks knows it
 * @throws Refusal as {@link invite}
 */
export const inviteByLetter = (
  context: Services,
  origin: string,
  asked: z.infer<typeof invitedSchema>,
): Promise<WrittenLink> => written(context, origin, () => invite(context, asked), 'lets you in at');

/** Makes somebody a new link, and writes it to them. @throws Refusal as {@link newLink} */
export const newLinkByLetter = (context: Services, origin: string, id: string): Promise<WrittenLink> =>
  written(context, origin, () => newLink(context, id), 'has made you a new link for');

/** One letter is written at a time: of two links that are made at once the one that is good stands in the letter. */
const writing = new PQueue({ concurrency: 1 });

/** Whom letters come from, unless the setting of the machine says. */
function senderOf(origin: string): string {
  const said = process.env.OAK_KNOT_SENDER?.trim() ?? '';
  if (said !== '') return said;
  const { hostname } = new URL(origin);
  return `no-reply@${isIPv4(hostname) ? `[${hostname}]` : hostname}`;
}

const written = (
  context: Services,
  origin: string,
  make: () => Promise<MadeLink>,
  does: string,
): Promise<WrittenLink> => {
  // What waits its turn is still done as whoever has asked for it.
  const asAsked = asNow();
  return writing.add(() => asAsked(async () => writtenDown(context, origin, await make(), does)));
};

/** The link is made by then, and stands on the screen: where it can't be written as well, it is still good. */
async function writtenDown(context: Services, origin: string, made: MadeLink, does: string): Promise<WrittenLink> {
  try {
    const { name: shop } = await readShop(context.database.read);
    const person = await context.database.read.query.people.findFirst({ where: eq(people.id, made.id) });
    if (!person) return { ...made, isWritten: false };
    const who = whoActs();
    const isWritten = await putIntoOutbox(context, made.id, {
      from: { name: shop, address: senderOf(origin) },
      to: { name: person.name, address: person.email },
      subject: `Your way in to ${shop}`,
      text: [
        `Hello ${person.name},`,
        `${who?.kind === 'person' ? who.name : 'Somebody'} ${does} ${shop}. This link signs you in once, within ${LINK_DAYS} days; you set a password then:`,
        origin + made.path,
        'Give it to nobody else. If you expect no such letter, delete it: nobody comes in without the link.',
      ].join('\n\n'),
    });
    return { ...made, isWritten };
  } catch (err) {
    processLog.error({ err }, 'A letter could not be put into the outbox');
    return { ...made, isWritten: false };
  }
}
