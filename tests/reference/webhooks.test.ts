import fc from 'fast-check';
import { Webhook } from 'standardwebhooks';
import { describe, expect, it } from 'vitest';
import { hmac, isSignedBy, newWebhookSecret, signatureOf } from '@/services/webhooks/signature';

/** RFC 4231, section 4, test cases 1 to 4 and 6: key, data, HMAC-SHA-256; from memory. */
const CASES: readonly (readonly [key: string, data: string, hex: string])[] = [
  ['0b'.repeat(20), hexOf('Hi There'), 'b0344c61d8db38535ca8afceaf0bf12b881dc200c9833da726e9376c2e32cff7'],
  [
    hexOf('Jefe'),
    hexOf('what do ya want for nothing?'),
    '5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843',
  ],
  ['aa'.repeat(20), 'dd'.repeat(50), '773ea91e36800e46854db8ebd09181a72959098b3ef8c122d9635514ced565fe'],
  [
    '0102030405060708090a0b0c0d0e0f10111213141516171819',
    'cd'.repeat(50),
    '82558a389a443c0ea4cc819899f2083a85f0faa3e578f8077a2e3ff46729665b',
  ],
  [
    'aa'.repeat(131),
    hexOf('Test Using Larger Than Block-Size Key - Hash Key First'),
    '60e431591ee0b67f0d8a26aacbf5b77f8e0bc6213728c5140546040f0ee37f54',
  ],
];

function hexOf(text: string): string {
  return Buffer.from(text).toString('hex');
}

describe('HMAC with SHA-256', () => {
  it.each(CASES)('is that of RFC 4231 (key %s)', (key, data, hex) => {
    const signed = hmac(Buffer.from(key, 'hex'), Buffer.from(data, 'hex'));
    expect(Buffer.from(signed, 'base64').toString('hex')).toBe(hex);
  });
});

describe('signatures of messages', () => {
  const now = Math.floor(Date.now() / 1000);

  it('are taken by the library of Standard Webhooks, and its are taken here', () =>
    fc.assert(
      fc.property(fc.json(), fc.stringMatching(/^msg_\w{1,20}$/), (body, id) => {
        const secret = newWebhookSecret();
        const theirs = new Webhook(secret);
        const ours = signatureOf(secret, { id, timestamp: now, body });
        expect(theirs.sign(id, new Date(now * 1000), body)).toBe(ours);
        const headers = { 'webhook-id': id, 'webhook-timestamp': String(now), 'webhook-signature': ours };
        expect(() => theirs.verify(body, headers)).not.toThrow();
        expect(isSignedBy(secret, { id, timestamp: now, body }, `v1,nothing v2,else ${ours}`, now)).toBe(true);
      }),
    ));

  it('are of one message, one secret, and of now', () => {
    const secret = newWebhookSecret();
    const message = { id: 'msg_1', timestamp: now, body: '{"type":"test"}' };
    const signed = signatureOf(secret, message);
    expect(isSignedBy(secret, message, signed, now)).toBe(true);
    expect(isSignedBy(secret, message, signed, now + 299)).toBe(true);
    expect(isSignedBy(secret, message, signed, now + 301)).toBe(false);
    expect(isSignedBy(secret, message, signed, now - 301)).toBe(false);
    expect(isSignedBy(newWebhookSecret(), message, signed, now)).toBe(false);
    expect(isSignedBy('', message, signed, now)).toBe(false);
    expect(isSignedBy(secret, { ...message, id: 'msg_2' }, signed, now)).toBe(false);
    expect(isSignedBy(secret, { ...message, body: `${message.body} ` }, signed, now)).toBe(false);
    expect(isSignedBy(secret, { ...message, timestamp: now + 1 }, signed, now)).toBe(false);
    expect(isSignedBy(secret, { ...message, timestamp: NaN }, signed, now)).toBe(false);
    for (const said of ['', 'v1,', signed.slice(0, -1), signed.replace('v1', 'v2')])
      expect(isSignedBy(secret, message, said, now)).toBe(false);
  });
});
