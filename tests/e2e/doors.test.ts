import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { startServer, type TestServer } from '../support/server';

/** One that is reached directly, and one that a proxy of ours stands before. */
let [direct, behind]: TestServer[] = [];
beforeAll(async () => {
  [direct, behind] = await Promise.all([
    startServer(inject('demoDatabase')),
    startServer(inject('demoDatabase'), { OAK_KNOT_BEHIND_PROXY: '1', OAK_KNOT_HOSTS: 'shop.lane.example' }),
  ]);
});
afterAll(() => Promise.all([direct?.close(), behind?.close()]));

/** What a proxy that speaks TLS with browsers sends along. */
const OVER_TLS = { 'X-Forwarded-Proto': 'https', 'X-Forwarded-For': '203.0.113.9' };

/** Signs in by a link. @returns the cookies a browser is told to keep */
async function cookiesOf(server: TestServer | undefined, headers: Readonly<Record<string, string>>): Promise<string[]> {
  const link = new URL((await server?.link()) ?? '');
  const response = await fetch(`${link.origin}/api/sign-in/link`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', ...headers },
    body: JSON.stringify({ secret: link.hash.slice(1) }),
  });
  expect(response.status).toBe(200);
  return response.headers.getSetCookie();
}

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
