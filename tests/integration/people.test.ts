import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import * as log from '@/app/api/manage/log/route';
import * as password from '@/app/api/manage/me/password/route';
import * as factor from '@/app/api/manage/me/second-factor/route';
import * as sessions from '@/app/api/manage/me/sessions/route';
import * as person from '@/app/api/manage/people/[id]/route';
import * as personLink from '@/app/api/manage/people/[id]/link/route';
import * as people from '@/app/api/manage/people/route';
import * as publication from '@/app/api/manage/products/[id]/publication/route';
import * as products from '@/app/api/manage/products/route';
import * as entries from '@/app/api/manage/stock/[key]/entries/route';
import * as token from '@/app/api/manage/tokens/[id]/route';
import * as tokens from '@/app/api/manage/tokens/route';
import * as code from '@/app/api/sign-in/code/route';
import * as first from '@/app/api/sign-in/first/route';
import * as byLink from '@/app/api/sign-in/link/route';
import * as signIn from '@/app/api/sign-in/route';
import * as signOut from '@/app/api/sign-out/route';
import { logEntries, people as peopleTable, stockMovements } from '@/data/schema';
import { freshenAllCards } from '@/services/catalog/cards';
import { firstOwnerLink } from '@/services/people/people';
import { Asking } from '../support/asked-route';
import { secretIn, whoCame, whoOwns } from '../support/come-in';
import { fromBase32, oneTimeCode } from '../support/one-time-code';
import { openForRoutes, type RouteServices } from '../support/services';

let context: RouteServices;
let owner: Asking;
beforeEach(async () => {
  delete (globalThis as { oakKnotCounters?: unknown }).oakKnotCounters;
  context = await openForRoutes();
  owner = await whoOwns(context);
});
afterEach(() => context.close());

const at = <T>(params: T) => ({ params: Promise.resolve(params) });

/** Lets somebody in. @returns their number and the path of their link */
async function invited(name: string, roles: string[] = []) {
  const email = `${name.toLowerCase()}@lane.example`;
  const { status, body } = await owner.hear(people.POST(owner.request('POST', { name, email, roles })));
  expect(status).toBe(200);
  return { id: String(body.id), email, path: String(body.path) };
}

const passwordOf = (someone: Asking, next: string, current: string | null = null) =>
  someone.hear(password.PUT(someone.request('PUT', { current, next })));
const signedIn = (someone: Asking, email: string, said: string) =>
  someone.hear(signIn.POST(someone.request('POST', { email, password: said })));
const looks = (someone: Asking) => someone.hear(products.GET(someone.request('GET', undefined, '/?find=suit')));

const GOOD = 'wax and honey and smoke';

describe('coming in', () => {
  it('is by a link that is good once, and then by a password', async () => {
    const { email, path } = await invited('Tilda');
    const tilda = await whoCame(path);
    const again = new Asking();
    expect(await again.hear(byLink.POST(again.request('POST', { secret: secretIn(path) })))).toMatchObject({
      status: 403,
      body: { code: 'linkUsed' },
    });
    expect((await looks(tilda)).status).toBe(200);
    expect(await passwordOf(tilda, 'too short')).toMatchObject({ status: 400 });
    expect((await passwordOf(tilda, GOOD)).status).toBe(200);
    // A password that is there is said to be changed.
    expect(await passwordOf(tilda, 'another good one')).toMatchObject({ status: 409, body: { code: 'hasPassword' } });

    const elsewhere = new Asking();
    expect(await signedIn(elsewhere, email, 'wax and honey')).toMatchObject({
      status: 403,
      body: { code: 'notRight' },
    });
    expect((await looks(elsewhere)).status).toBe(401);
    expect(await signedIn(elsewhere, email.toUpperCase(), GOOD)).toEqual({ status: 200, body: { outcome: 'in' } });
    expect((await looks(elsewhere)).status).toBe(200);
    // Whoever changes it is signed out everywhere else.
    expect((await passwordOf(tilda, 'a better one of mine', GOOD)).status).toBe(200);
    expect((await looks(elsewhere)).status).toBe(401);
    expect((await looks(tilda)).status).toBe(200);
    await tilda.hear(signOut.POST(tilda.request('POST', {})));
    expect(tilda.keeps()).toEqual([]);
  });

  it('says the same of who is not here, who has no password and who is wrong, and not for ever', async () => {
    const { email } = await invited('Fenn');
    const guesser = new Asking();
    const said = [];
    for (const [who, tries] of [
      ['nobody@lane.example', 1],
      [email, 5],
    ] as const)
      for (let count = 0; count < tries; count += 1) said.push(await signedIn(guesser, who, 'a guess of mine'));
    expect(new Set(said.map(({ status, body }) => `${status} ${String(body.detail)}`)).size).toBe(1);
    expect(await signedIn(guesser, email, GOOD)).toMatchObject({ status: 429, body: { code: 'tooManyTries' } });
  });

  it('asks for a code of the app once there is one; each spare code is good once', async () => {
    const { email, path } = await invited('Odd');
    const odd = await whoCame(path);
    await passwordOf(odd, GOOD);
    expect((await odd.hear(factor.POST(odd.request('POST', { password: 'not this one' })))).status).toBe(403);
    const begun = await odd.hear(factor.POST(odd.request('POST', { password: GOOD })));
    expect(String(begun.body.picture)).toContain('<svg');
    const secret = fromBase32(String(begun.body.secret));
    const now = () => oneTimeCode(secret, Date.now() / 1000);
    // Until the app has shown a code, nothing more is asked.
    expect((await signedIn(new Asking(), email, GOOD)).body).toEqual({ outcome: 'in' });
    expect((await odd.hear(factor.PUT(odd.request('PUT', { code: '000000' })))).status).toBe(403);
    expect((await odd.hear(factor.PUT(odd.request('PUT', { code: now() })))).status).toBe(200);
    expect((await looks(odd)).status).toBe(200);

    const phone = new Asking();
    expect((await signedIn(phone, email, GOOD)).body).toEqual({ outcome: 'secondFactor' });
    expect((await looks(phone)).status).toBe(401);
    const enter = (someone: Asking, body: object) => someone.hear(code.POST(someone.request('POST', body)));
    expect((await enter(phone, { code: '123 456' })).status).toBe(403);
    expect((await enter(phone, { code: now() })).body).toEqual({ outcome: 'in' });
    expect((await looks(phone)).status).toBe(200);

    const [spare = ''] = begun.body.spareCodes as string[];
    for (const expected of [200, 403]) {
      const lost = new Asking();
      await signedIn(lost, email, GOOD);
      expect((await enter(lost, { code: spare, kind: 'backup' })).status).toBe(expected);
    }
    expect((await odd.hear(factor.DELETE(odd.request('DELETE', { password: GOOD })))).status).toBe(200);
    expect((await signedIn(new Asking(), email, GOOD)).body).toEqual({ outcome: 'in' });
  });

  it('makes an owner of the first who comes, and of nobody after', async () => {
    const late = new Asking();
    const ask = (secret: string) =>
      late.hear(first.POST(late.request('POST', { secret, name: 'Late', email: 'late@lane.example', password: GOOD })));
    expect(await ask(secretIn(await firstOwnerLink(context)))).toMatchObject({ status: 403 });
    await context.database.write((transaction) => transaction.delete(peopleTable));
    const secret = secretIn(await firstOwnerLink(context));
    expect((await late.hear(byLink.POST(late.request('POST', { secret })))).body).toEqual({ outcome: 'first' });
    expect((await ask(secret)).body).toEqual({ outcome: 'in' });
    expect((await late.hear(people.GET(late.request('GET')))).status).toBe(200);
    expect((await ask(secret)).status).toBe(403);
  });
});

describe('what somebody may do', () => {
  it('follows from their roles, at once: who counts does not publish', async () => {
    const { id, path } = await invited('Juno', ['stock']);
    const juno = await whoCame(path);
    const count = () =>
      juno.hear(
        entries.POST(
          juno.request('POST', { kind: 'adjustment', quantity: '70', reason: 'Counted' }),
          at({ key: 'gift-box' }),
        ),
      );
    const publish = () =>
      juno.hear(publication.POST(juno.request('POST', { version: 1, accepted: 0 }), at({ id: '3' })));
    expect((await count()).status).toBe(200);
    expect(await publish()).toMatchObject({ status: 403, body: { code: 'notAllowed' } });
    await owner.hear(person.PATCH(owner.request('PATCH', { roles: ['catalog'] }), at({ id })));
    expect((await count()).status).toBe(403);
    expect((await publish()).status).toBe(200);
    // What goes on beside it has ended before the database is closed.
    await freshenAllCards(context);
    const moved = await context.database.read
      .select({ who: logEntries.whoName, title: logEntries.aboutTitle, changes: logEntries.changes })
      .from(stockMovements)
      .innerJoin(logEntries, eq(logEntries.id, stockMovements.loggedAs));
    expect(moved).toEqual([
      { who: 'Juno', title: 'Gift box, grey board', changes: [expect.stringContaining('→ 70'), 'Counted'] },
    ]);
  });

  it('ends at once, with their browsers and their link', async () => {
    const { id, path } = await invited('Ada', ['catalog']);
    const ada = await whoCame(path);
    const renewed = await owner.hear(personLink.POST(owner.request('POST'), at({ id })));
    expect((await looks(ada)).status).toBe(401);
    const other = await whoCame(String(renewed.body.path));
    await passwordOf(other, GOOD);
    expect((await owner.hear(person.PATCH(owner.request('PATCH', { ended: true }), at({ id })))).status).toBe(200);
    expect((await looks(other)).status).toBe(401);
    expect((await signedIn(new Asking(), 'ada@lane.example', GOOD)).status).toBe(403);
    await owner.hear(person.PATCH(owner.request('PATCH', { ended: false }), at({ id })));
    expect((await signedIn(new Asking(), 'ada@lane.example', GOOD)).status).toBe(200);
  });

  it('leaves one owner at least', async () => {
    const rows = await context.database.read.select().from(peopleTable);
    const id = rows[0]?.id ?? '';
    for (const change of [{ ended: true }, { roles: ['catalog'] }])
      expect(await owner.hear(person.PATCH(owner.request('PATCH', change), at({ id })))).toMatchObject({
        status: 409,
        body: { code: 'lastOwner' },
      });
  });

  it('is theirs alone: nobody ends the browsers of another', async () => {
    const { path } = await invited('Bea');
    const bea = await whoCame(path);
    const [row] = await context.database.read.query.sessions.findMany();
    const ended = await bea.hear(sessions.DELETE(bea.request('DELETE', { id: row?.id ?? '' })));
    expect(ended.status).toBe(404);
    expect((await looks(owner)).status).toBe(200);
  });
});

describe('a program', () => {
  const made = async (roles: string[]) => {
    const { body } = await owner.hear(tokens.POST(owner.request('POST', { title: 'Till', roles, days: 30 })));
    return new Asking(String(body.token));
  };

  it('comes in by a token, as far as its roles go, until it is ended or too old', async () => {
    const till = await made(['stock']);
    expect((await looks(till)).status).toBe(200);
    expect((await till.hear(products.POST(till.request('POST', { title: 'Tin' })))).status).toBe(403);
    expect((await till.hear(people.GET(till.request('GET')))).status).toBe(403);
    // What it is, nobody can read again.
    const kept = JSON.stringify(await context.database.read.query.apiTokens.findMany());
    expect(kept).not.toContain('oakknot_');
    context.advance(31 * 24 * 60 * 60 * 1000);
    expect((await looks(till)).status).toBe(401);

    const other = await made([]);
    const rows = await context.database.read.query.apiTokens.findMany();
    const id = String(rows.at(-1)?.id);
    expect((await looks(other)).status).toBe(200);
    expect((await owner.hear(token.DELETE(owner.request('DELETE'), at({ id })))).status).toBe(200);
    expect((await looks(other)).status).toBe(401);
    expect((await looks(new Asking('oakknot_guessed'))).status).toBe(401);
  });

  it('is no owner, and has no password', async () => {
    const body = { title: 'Till', roles: ['owner'], days: 30 };
    expect((await owner.hear(tokens.POST(owner.request('POST', body)))).status).toBe(400);
    expect((await passwordOf(await made([]), GOOD)).status).toBe(403);
  });
});

describe('the log', () => {
  const logged = async (query = '') =>
    (await owner.hear(log.GET(owner.request('GET', undefined, `/?${query}`)))).body.rows as {
      who: string;
      what: string;
      title: string;
      changes: string[];
    }[];

  it('says who did what, with what changed, and is found by its words without accents', async () => {
    await owner.hear(products.POST(owner.request('POST', { title: 'Rösti pan' })));
    await invited('Zed', ['stock', 'orders']);
    const [last, one] = await logged();
    expect(last).toMatchObject({
      who: 'Wren Pollard',
      what: 'invited',
      title: 'Zed',
      changes: ['Stock and workshop, Orders'],
    });
    expect(one).toMatchObject({ what: 'made', title: 'Rösti pan' });
    expect((await logged('find=rosti')).map(({ title }) => title)).toEqual(['Rösti pan']);
    expect((await logged('kind=person')).map(({ title }) => title)).toEqual(['Zed', 'Wren Pollard']);
    expect(await logged('find=nothing-like-it')).toEqual([]);
  });

  it('is only added to', async () => {
    const change = context.database.write((transaction) => transaction.update(logEntries).set({ whoName: 'Nobody' }));
    await expect(change).rejects.toThrow();
    await expect(context.database.write((transaction) => transaction.delete(logEntries))).rejects.toThrow();
  });
});
