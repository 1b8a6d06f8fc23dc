import { eq } from 'drizzle-orm';
import { gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { Database } from '@/data/database';
import { stockMovements } from '@/data/schema';
import { cookiesFor, startServer, type TestServer } from '../support/server';

/** One that is reached directly, and one that a proxy of ours stands before. */
let [direct, behind]: TestServer[] = [];
beforeAll(async () => {
  [direct, behind] = await Promise.all([
    startServer(inject('demoDatabase')),
    startServer(inject('demoDatabase'), { OAK_KNOT_BEHIND_PROXY: '1', OAK_KNOT_ORIGINS: 'https://shop.lane.example' }),
  ]);
});
afterAll(() => Promise.all([direct?.close(), behind?.close()]));

/** What a proxy that speaks TLS with browsers sends along. */
const OVER_TLS = { 'X-Forwarded-Proto': 'https', 'X-Forwarded-For': '203.0.113.9' };

/** Signs in by a link. @returns the cookies a browser is told to keep */
const cookiesOf = async (server: TestServer | undefined, headers: Readonly<Record<string, string>>) =>
  server ? cookiesFor(server.origin, await server.link(), headers) : [];

const sessionIn = (cookies: readonly string[]) => cookies.find((cookie) => cookie.includes('session_token')) ?? '';

describe('cookies of whoever signs in', () => {
  it('are for TLS alone where a proxy of ours says that it is spoken', async () => {
    const cookies = await cookiesOf(behind, OVER_TLS);
    const session = sessionIn(cookies);
    expect(session).toMatch(/^__Secure-oak-knot\.session_token=/);
    for (const attribute of ['Secure', 'HttpOnly', 'SameSite=Lax', 'Path=/'])
      expect(session.toLowerCase()).toContain(attribute.toLowerCase());
    expect(cookies.every((cookie) => /;\s*secure/i.test(cookie))).toBe(true);
    const [kept = ''] = session.split(';');
    const asked = (headers: Readonly<Record<string, string>>) =>
      fetch(`${behind?.origin}/api/manage/swatches`, { headers: { Cookie: kept, ...headers } }).then((r) => r.status);
    // What was given over TLS lets nobody in without.
    expect([await asked(OVER_TLS), await asked({})]).toEqual([200, 401]);
    expect((await behind?.ask('/api/manage/swatches'))?.status).toBe(200);
  });

  it('are not, where nobody but the browser says so', async () => {
    const session = sessionIn(await cookiesOf(direct, OVER_TLS));
    expect(session).toMatch(/^oak-knot\.session_token=/);
    expect(session).not.toMatch(/secure/i);
    expect(session).toMatch(/httponly/i);
  });
});

describe('a page of another site', () => {
  const from = (origin: string, path: string, init: RequestInit = {}) =>
    fetch((behind?.origin ?? '') + path, {
      ...init,
      headers: { Origin: origin, 'Sec-Fetch-Site': 'cross-site', 'Content-Type': 'application/json', ...init.headers },
    });
  const body = JSON.stringify({ items: [{ product: 'hexagon-jars', selection: { quantity: 12 } }] });
  const post = { method: 'POST', body };
  const allowed = ({ headers }: Response) => headers.get('access-control-allow-origin');

  it('asks what is open where it is listed, and nothing else', async () => {
    const listed = 'https://shop.lane.example';
    const preflight = await from(listed, '/api/v1/resolve', {
      method: 'OPTIONS',
      headers: { 'Access-Control-Request-Method': 'POST', 'Access-Control-Request-Headers': 'content-type' },
    });
    expect([preflight.status, allowed(preflight)]).toEqual([204, listed]);
    const answer = await from(listed, '/api/v1/resolve', post);
    expect([answer.status, allowed(answer), answer.headers.get('access-control-allow-credentials')]).toEqual([
      200,
      listed,
      null,
    ]);
    expect(((await answer.json()) as { results: unknown[] }).results).toMatchObject([
      { resolution: { state: 'sellable' } },
    ]);
    const found = await from(listed, '/api/v1/products?find=jars');
    expect([found.status, allowed(found)]).toEqual([200, listed]);
    for (const [origin, path] of [
      ['https://evil.example', '/api/v1/resolve'],
      [listed, '/api/shop/basket'],
      [listed, '/api/manage/products'],
    ] as const) {
      const refused = await from(origin, path, post);
      expect([path, refused.status, allowed(refused)]).toEqual([path, 403, null]);
    }
  });
});

describe('a body that is packed', () => {
  it('is read as it was', async () => {
    const answer = await fetch(`${direct?.origin}/api/v1/products/hexagon-jars/resolve`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'Content-Encoding': 'gzip' },
      body: new Uint8Array(gzipSync(JSON.stringify({ answers: {}, quantity: 12 }))),
    });
    expect([answer.status, await answer.json()]).toMatchObject([200, { state: 'sellable' }]);
  });
});

describe('a method that an address has not', () => {
  it.each([
    ['DELETE', '/api/manage/swatches', 'GET, HEAD, OPTIONS, POST'],
    ['PUT', '/api/v1/openapi.json', 'GET, HEAD, OPTIONS'],
    ['GET', '/api/sign-in', 'OPTIONS, POST'],
    ['POST', '/shop', 'GET, HEAD'],
    ['DELETE', '/manage/products', 'GET, HEAD'],
    ['PATCH', '/shop/offers.csv', 'GET, HEAD'],
    ['PUT', '/health', 'GET, HEAD'],
  ])('%s %s is refused, and says which there are', async (method, path, allowed) => {
    const response = await fetch((direct?.origin ?? '') + path, { method });
    expect([response.status, response.headers.get('allow')]).toEqual([405, allowed]);
    expect(response.headers.get('content-type')).toContain('application/problem+json');
    expect(((await response.json()) as { detail: string }).detail).toContain(`Nothing is done by ${method} here`);
  });

  it('leaves what is not there not found', async () => {
    const status = async (method: string, path: string) =>
      (await fetch((direct?.origin ?? '') + path, { method })).status;
    expect([await status('GET', '/api/nowhere'), await status('DELETE', '/api/nowhere')]).toEqual([404, 404]);
    expect(await status('HEAD', '/shop')).toBe(200);
  });
});

// Bundles of the built server have modules of their own: what is right where tests import it may be wrong there.
describe('a request that has a name', () => {
  const enter = (quantity: string, name: string): Promise<{ status: number; code: unknown }> =>
    (direct ?? expect.fail('there is no server'))
      .ask('/api/manage/v1/stock/fuel-sack/entries', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'Idempotency-Key': name },
        body: JSON.stringify({ kind: 'receipt', quantity, reason: `Delivery ${name}` }),
      })
      .then(async (response) => ({
        status: response.status,
        code: ((await response.json()) as { code?: unknown }).code,
      }));
  const received = async (name: string): Promise<number> => {
    const database = await Database.open(direct?.databaseUrl);
    const count = await database.read.$count(stockMovements, eq(stockMovements.reason, `Delivery ${name}`));
    database.close();
    return count;
  };

  it('does what it does once, sent one after the other and all at once', async () => {
    expect([await enter('4', 'one'), await enter('4', 'one')].map(({ status }) => status)).toEqual([200, 200]);
    const all = await Promise.all(Array.from({ length: 10 }, () => enter('4', 'many')));
    expect(all.filter(({ status, code }) => status !== 200 && code !== 'atOnce')).toEqual([]);
    expect([await received('one'), await received('many')]).toEqual([1, 1]);
  });

  it('does it once where the power fails in the middle', async () => {
    const cutOff = enter('4', 'power').catch(() => null);
    await new Promise((go) => setTimeout(go, 8));
    await direct?.kill();
    await cutOff;
    await direct?.restart();
    await enter('4', 'power');
    expect(await received('power')).toBe(1);
  });
});
