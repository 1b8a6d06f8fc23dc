import { hash, hashRaw, verify } from '@node-rs/argon2';
import { describe, expect, it } from 'vitest';
import { HASHING } from '@/services/people/auth';
import { oneTimeCode } from '../support/one-time-code';

/** RFC 6238, appendix B: the secret is these twenty letters, codes of eight figures, SHA-1. */
const SECRET = '12345678901234567890';
const CODES = [
  [59, '94287082'],
  [1_111_111_109, '07081804'],
  [1_111_111_111, '14050471'],
  [1_234_567_890, '89005924'],
  [2_000_000_000, '69279037'],
  [20_000_000_000, '65353130'],
] as const;

// The tests of signing in let this app show the codes that the library then takes.
describe('the app that shows one-time codes', () => {
  it.each(CODES)('at %d seconds shows those of RFC 6238', (at, code) => {
    expect(oneTimeCode(Buffer.from(SECRET), at, 8)).toBe(code);
  });
});

describe('hashes of passwords', () => {
  it('are Argon2id as RFC 9106 has it, with 19 MiB, two passes and a salt of their own', async () => {
    const [one, other] = await Promise.all([hash('three old hives', HASHING), hash('three old hives', HASHING)]);
    expect(one).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(other).not.toBe(one);
    expect(await verify(one, 'three old hives')).toBe(true);
    expect(await verify(one, 'three old hive')).toBe(false);
  });

  it('come from what is said: the same password, salt and sizes give the same bytes', async () => {
    // RFC 9106, 5.3, has a secret and further data beside them; the library takes the secret alone, so its own words
    // are checked against the reference implementation's test program (phc-winner-argon2, src/test.c, from memory):
    // Argon2id, version 19, t = 2, m = 64 KiB × 1024, p = 1, “password”, “somesalt”.
    const raw = await hashRaw('password', {
      algorithm: 2,
      version: 1,
      timeCost: 2,
      memoryCost: 65_536,
      parallelism: 1,
      outputLen: 32,
      salt: Buffer.from('somesalt'),
    });
    expect(raw.toString('hex')).toBe('09316115d5cf24ed5a15a31a3ba326e5cf32edc24702987c02b6566f61913cf7');
  });
});
