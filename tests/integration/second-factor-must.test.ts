import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import * as factor from '@/app/api/manage/me/second-factor/route';
import * as password from '@/app/api/manage/me/password/route';
import * as people from '@/app/api/manage/people/route';
import * as must from '@/app/api/manage/people/second-factor/route';
import * as products from '@/app/api/manage/products/route';
import * as first from '@/app/api/sign-in/first/route';
import { logEntries } from '@/data/schema';
import { firstOwnerLink } from '@/services/people/people';
import { makeToken } from '@/services/people/tokens';
import { Asking } from '../support/asked-route';
import { secretIn, whoCame, whoOwns } from '../support/come-in';
import { fromBase32, oneTimeCode } from '../support/one-time-code';
import { openForRoutes, type RouteServices } from '../support/services';

const GOOD = 'wax and honey and smoke';

let context: RouteServices;
beforeEach(async () => {
  delete (globalThis as { oakKnotCounters?: unknown }).oakKnotCounters;
  context = await openForRoutes();
});
afterEach(() => context.close());

const owner = () => whoOwns(context);
const looks = (someone: Asking) => someone.hear(products.GET(someone.request('GET', undefined, '/?find=suit')));
const says = (someone: Asking, who: unknown) => someone.hear(must.PUT(someone.request('PUT', { must: who })));
const sets = (someone: Asking, next: string, current: string | null = null) =>
  someone.hear(password.PUT(someone.request('PUT', { current, next })));

/** Sets up a second factor as an app does. */
async function setUp(someone: Asking): Promise<void> {
  expect((await sets(someone, GOOD)).status).toBe(200);
  const { body } = await someone.hear(factor.POST(someone.request('POST', { password: GOOD })));
  const code = oneTimeCode(fromBase32(String(body.secret)), Date.now() / 1000);
  expect((await someone.hear(factor.PUT(someone.request('PUT', { code })))).status).toBe(200);
}

/** Lets somebody in, who opens their link. */
async function invited(by: Asking, name: string, roles: readonly string[]): Promise<Asking> {
  const email = `${name.toLowerCase()}@lane.example`;
  const { body } = await by.hear(people.POST(by.request('POST', { name, email, roles })));
  return whoCame(String(body.path));
}

describe('a second factor that has to be', () => {
  it('is said by an owner who has one, and noted', async () => {
    const wren = await owner();
    expect(await says(wren, 'everybody')).toMatchObject({ status: 409, body: { code: 'factorFirst' } });
    await setUp(wren);
    for (const wrong of ['some', null, 3, ['owners']]) expect((await says(wren, wrong)).status).toBe(400);
    expect((await says(wren, 'everybody')).status).toBe(200);
    expect((await says(wren, 'everybody')).status).toBe(200);
    const entries = await context.database.read.select().from(logEntries);
    expect(
      entries.filter(({ aboutTitle }) => aboutTitle === 'who needs a second factor').map((e) => e.changes),
    ).toEqual([['nobody → everybody']]);
  });

  it('keeps whoever has none to themselves until they have, at once', async () => {
    const wren = await owner();
    await setUp(wren);
    const tilda = await invited(wren, 'Tilda', ['catalog']);
    const odd = await invited(wren, 'Odd', ['owner']);
    expect((await looks(tilda)).status).toBe(200);
    await says(wren, 'owners');
    expect((await looks(tilda)).status).toBe(200);
    expect(await looks(odd)).toMatchObject({ status: 403, body: { code: 'setUpFactor' } });
    await says(wren, 'everybody');
    expect(await looks(tilda)).toMatchObject({ status: 403, body: { code: 'setUpFactor' } });
    await setUp(tilda);
    expect((await looks(tilda)).status).toBe(200);
    // Another app is set up after the first is taken off: until then nothing else is done.
    await tilda.hear(factor.DELETE(tilda.request('DELETE', { password: GOOD })));
    expect((await looks(tilda)).status).toBe(403);
    // A program comes in with its token.
    const { token } = await makeToken(context, { title: 'The till', roles: [], days: 1 });
    expect((await looks(new Asking(token))).status).toBe(200);
    await says(wren, 'nobody');
    expect((await looks(tilda)).status).toBe(200);
  });
});

describe('a password that is guessed soon', () => {
  it('is refused with the reason, and what is there stays', async () => {
    const wren = await owner();
    const refused = async (next: string) => {
      const { status, body } = await sets(wren, next);
      expect([next, status, body.code]).toEqual([next, 422, 'guessable']);
      return String(body.detail);
    };
    expect(await refused('password1234')).toContain('close to one of those that have become known');
    expect(await refused('aaaaaaaaaaaaa')).toContain('It repeats itself.');
    expect(await refused('wren@pollardlane.example')).toContain('your name, your e-mail address');
    expect(await refused('Wren Pollard 26')).toContain('your name, your e-mail address');
    expect(await refused('abcdefghijklmn')).toContain('It is a series');
    expect(await refused('abab'.repeat(32))).toContain('Three or four words');
    expect((await sets(wren, GOOD)).status).toBe(200);
    expect((await sets(wren, 'correct horse battery staple', GOOD)).status).toBe(200);
  });

  it('makes no first owner, whose link stays good', async () => {
    const secret = secretIn(await firstOwnerLink(context));
    const nobody = new Asking();
    const begin = (said: string) =>
      nobody.hear(
        first.POST(nobody.request('POST', { secret, name: 'Ada', email: 'ada@lane.example', password: said })),
      );
    expect(await begin('qwertyuiop12')).toMatchObject({ status: 422, body: { code: 'guessable' } });
    expect((await begin(GOOD)).status).toBe(200);
  });
});
