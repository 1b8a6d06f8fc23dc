import { describe, expect, it } from 'vitest';
import { gate, hostsFrom } from './gate';

const hosts = hostsFrom('shop.example, Counter.Example');

function knock(method: string, headers: Readonly<Record<string, string>>, path = '/shop') {
  return gate({ method, path, header: (name) => headers[name] ?? null }, hosts)?.status ?? 'in';
}

describe('the gate', () => {
  it.each(['localhost:3000', '127.0.0.1', '[::1]:3000', 'shop.example', 'counter.example:8443', 'LOCALHOST'])(
    'answers under %s',
    (host) => expect(knock('GET', { host })).toBe('in'),
  );
  it.each([
    'evil.example',
    'shop.example.evil.example',
    'localhost.evil.example',
    '',
    '10.0.0.3:3000',
    'shop.example@evil.example',
  ])('answers nobody under “%s”', (host) => expect(knock('GET', { host })).toBe(421));

  const host = 'shop.example:8443';
  it.each([
    [
      'our own page',
      { origin: 'https://shop.example:8443', 'sec-fetch-site': 'same-origin', 'content-type': 'application/json' },
      'in',
    ],
    ['a program', { 'content-type': 'application/json' }, 'in'],
    ['an address that was typed', { 'sec-fetch-site': 'none' }, 'in'],
    ['a page of another site', { origin: 'https://evil.example', 'content-type': 'application/json' }, 403],
    ['a page of another port', { origin: 'https://shop.example' }, 403],
    ['a page that hides where it is', { origin: 'null' }, 403],
    ['a neighbour under one domain', { 'sec-fetch-site': 'same-site' }, 403],
    ['another site without a word of where', { 'sec-fetch-site': 'cross-site' }, 403],
    ['a form', { 'content-type': 'text/plain;charset=UTF-8' }, 415],
    ['a form with files', { 'content-type': 'multipart/form-data; boundary=x' }, 415],
  ])('a write from %s', (_who, headers, expected) => {
    for (const method of ['POST', 'PUT', 'PATCH', 'DELETE'])
      expect(knock(method, { host, ...headers }, '/api/basket')).toBe(expected);
  });

  it('lets pages, pictures and files be read alone, and says so', () => {
    for (const path of ['/shop', '/manage/products', '/shop/offers.csv', '/health', '/apiary'])
      for (const method of ['POST', 'PUT', 'PATCH', 'DELETE', 'PROPFIND']) {
        const answer = gate({ method, path, header: (name) => (name === 'host' ? host : null) }, hosts);
        expect([path, method, answer?.status, answer?.allow]).toEqual([path, method, 405, 'GET, HEAD']);
      }
  });

  it('turns an address away that can’t be decoded', () => {
    expect([
      knock('GET', { host }, '/shop/%ff'),
      knock('GET', { host }, '/shop/%'),
      knock('GET', { host }, '/shop/%C3%A9%20x'),
    ]).toEqual([400, 400, 'in']);
  });

  it('lets other sites read: what they get, their browser does not show them', () =>
    expect(knock('GET', { host, 'sec-fetch-site': 'cross-site', origin: 'https://evil.example' })).toBe('in'));
});
