import { roles, type Role } from '../core/people';
import { rolesWords } from '../core/words';
import { invitedSchema } from '../services/people/asked';
import { inviteByLetter, newLinkByLetter } from '../services/people/invitation';
import { firstOwnerLink, isNobodyHere, listPeople, personByEmail } from '../services/people/people';
import { Refusal } from '../services/refusal';
import { type Services } from '../services/context';
import { asBadInput, BadInput, type Streams, withDatabase } from './io';

interface Options {
  readonly name?: string;
  readonly roles?: string;
  readonly origin?: string;
  readonly database?: string;
}

const ACTS = ['list', 'first', 'invite', 'link'] as const;

const isRole = (text: string): text is Role => roles.some((role) => role === text);

/** Roles as they are typed, separated by commas. @throws BadInput */
function rolesFrom(text: string): Role[] {
  const said = text.split(',').map((role) => role.trim());
  const other = said.find((role) => !isRole(role));
  if (other !== undefined)
    throw new BadInput([`oak people: --roles: there is no role “${other}”; there are ${roles.join(', ')}`]);
  return said.filter(isRole);
}

/** @throws BadInput */
function invitedFrom(email: string, { name, roles: said }: Options) {
  const read = invitedSchema.safeParse({ email, name: name ?? '', roles: said === undefined ? [] : rolesFrom(said) });
  if (!read.success)
    throw new BadInput(
      read.error.issues.map(({ path, message }) => `oak people invite: ${path.join('.')}: ${message}`),
    );
  return read.data;
}

/** Lists who works here, or makes links for them. */
export async function runPeople(
  io: Streams,
  [act = '', email = '', ...more]: readonly string[],
  options: Options,
): Promise<number> {
  const known = ACTS.find((one) => one === act);
  const wants = known === 'invite' || known === 'link';
  if (!known) throw new BadInput([`oak people: say ${ACTS.join(', ')}${act === '' ? '' : `, not “${act}”`}`]);
  if (wants ? email === '' || more.length > 0 : email !== '')
    throw new BadInput([`oak people ${act}: ${wants ? 'say one e-mail address' : 'it wants nothing more'}`]);
  const origin = options.origin ?? 'http://localhost:3000';
  const tell = (path: string) => void io.write(`${origin}${path}\n`);
  const done = async (context: Services): Promise<void> => {
    switch (known) {
      case 'list':
        for (const person of await listPeople(context))
          io.write(`${person.email}: ${person.name}, ${person.isEnded ? 'has left' : rolesWords(person.roles)}\n`);
        return;
      case 'first':
        if (!(await isNobodyHere(context)))
          throw new BadInput(['oak people first: somebody is in already; use: oak people link E-MAIL']);
        return tell(await firstOwnerLink(context));
      case 'invite':
        return tell((await inviteByLetter(context, origin, invitedFrom(email, options))).path);
      case 'link':
        return tell((await newLinkByLetter(context, origin, (await personByEmail(context, email)).id)).path);
    }
  };
  return withDatabase('people', options.database, async (database) => {
    await asBadInput(
      (error) => (error instanceof Refusal ? [`oak people ${act}: ${error.message}`] : null),
      () => done({ database, now: () => new Date() }),
    );
    return 0;
  });
}
