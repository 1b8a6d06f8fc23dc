import { eq } from 'drizzle-orm';
import { nanoid } from 'nanoid';
import { people } from '../../data/schema';
import { type Services } from '../context';
import { linkPath, makeLink } from './links';

/** Who owns the demo shop. */
const WREN = { name: 'Wren Pollard', email: 'wren@pollardlane.example' } as const;

/**
 * Makes a link that signs in once as the owner of the demo shop, so that whoever tries it needs no password.
 *
 * @returns the path of its page; null where the shop is somebody else's by now
 */
export async function demoLink({ database, now }: Services): Promise<string | null> {
  return database.write(async (transaction) => {
    const at = now();
    const known = await transaction.query.people.findFirst({ where: eq(people.email, WREN.email) });
    const someone = known ?? (await transaction.query.people.findFirst());
    if (someone && (someone !== known || someone.endedAt !== null)) return null;
    const id = someone?.id ?? nanoid();
    if (!someone)
      await transaction.insert(people).values({ id, ...WREN, roles: ['owner'], createdAt: at, updatedAt: at });
    return linkPath(await makeLink(transaction, at, id), '/manage/products');
  });
}
