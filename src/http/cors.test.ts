import { describe, expect, it } from 'vitest';
import { fromElsewhere, originsFrom } from './cors';
import { gate, hostsFrom } from './gate';

const origins = originsFrom('https://shop.example, https://other.example:8443/ ,nonsense, null, file:///x');
const hosts = hostsFrom('lane.example');

const knock = (method: string, origin: string | null, path = '/api/v1/resolve', more: Record<string, string> = {}) => ({
  method,
  path,
  header: (name: string) => ({ host: 'lane.example', 'sec-fetch-site': 'cross-site', origin, ...more })[name] ?? null,
});

describe('pages of other sites', () => {
  it('are those that the setting names', () => {
    expect([...origins]).toEqual(['https://shop.example', 'https://other.example:8443']);
    expect([...originsFrom(undefined)]).toEqual([]);
  });

  it('may ask what is open, and be shown the answer', () => {
    expect(fromElsewhere(knock('POST', 'https://shop.example'), origins)).toEqual({
      isPreflight: false,
      headers: {
        'Access-Control-Allow-Origin': 'https://shop.example',
        Vary: 'Origin',
        'Access-Control-Expose-Headers': 'ETag, Retry-After',
      },
    });
    const asks = { 'access-control-request-method': 'POST' };
    const preflight = fromElsewhere(knock('OPTIONS', 'https://shop.example', '/api/v1/resolve', asks), origins);
    expect(preflight).toMatchObject({
      isPreflight: true,
      headers: { 'Access-Control-Allow-Methods': 'GET, HEAD, POST', 'Access-Control-Max-Age': '600' },
    });
    expect(Object.keys(preflight?.headers ?? {}).join()).not.toContain('Credentials');
  });

  it.each([
    ['another origin', knock('POST', 'https://evil.example')],
    ['another port', knock('POST', 'https://other.example')],
    ['without TLS', knock('POST', 'http://shop.example')],
    ['none', knock('POST', null)],
    ['what hides where it is', knock('POST', 'null')],
    ['the manager’s side', knock('POST', 'https://shop.example', '/api/manage/products')],
    ['a basket', knock('POST', 'https://shop.example', '/api/shop/basket')],
    ['beside what is open', knock('POST', 'https://shop.example', '/api/v1')],
  ])('%s may not', (_what, asked) => {
    expect(fromElsewhere(asked, origins)).toBeNull();
    if (asked.header('origin') !== null) expect(gate(asked, hosts)?.code).toBe('otherSite');
  });

  it('pass the gate where they are listed, and send no forms', () => {
    expect(gate(knock('POST', 'https://shop.example'), hosts, true)).toBeNull();
    const form = { 'content-type': 'text/plain' };
    expect(gate(knock('POST', 'https://shop.example', '/api/v1/resolve', form), hosts, true)?.code).toBe('formBody');
  });
});
