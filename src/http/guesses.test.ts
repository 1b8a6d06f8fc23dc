import { beforeEach, describe, expect, it } from 'vitest';
import { CODE_UNKNOWN, Refusal } from '../services/refusal';
import { guessing, MOST_GUESSES } from './guesses';

const from = (address: string) =>
  new Request('http://shop.example/', { method: 'POST', headers: { 'x-forwarded-for': address } });

/** Looks a code up: there is only one. */
const look = (code: string) => async () => {
  await Promise.resolve();
  if (code === 'HONEY') return 'found';
  throw new Refusal(422, CODE_UNKNOWN, 'There is no such code.');
};

/** What is said to one who tries a code. */
const said = (address: string, code: string) =>
  guessing(from(address), look(code)).catch((problem: unknown) =>
    problem instanceof Refusal ? problem.status : Promise.reject(problem),
  );

let number = 0;
let here = '';
beforeEach(() => (here = `192.0.2.${(number += 1)}`));

describe('codes that don’t exist', () => {
  it('can be tried so often from one place, then none is looked up there for a while', async () => {
    for (let tried = 1; tried <= MOST_GUESSES; tried += 1) expect(await said(here, `guess-${tried}`)).toBe(422);
    await expect(guessing(from(here), look('HONEY'))).rejects.toMatchObject({
      status: 429,
      code: 'tooManyGuesses',
      message: 'Too many codes were entered that don’t exist. Look at yours again, and enter it in 10 minutes.',
      details: { retryAfter: 600 },
    });
    expect(await said('198.51.100.1', 'HONEY')).toBe('found');
  });

  it('are not looked up more often when all are sent at once', async () => {
    let looked = 0;
    const all = Array.from({ length: 50 }, () =>
      guessing(from(here), () => (looked++, look('guess')())).catch((problem: unknown) => (problem as Refusal).status),
    );
    const answers = await Promise.all(all);
    expect([looked, answers.filter((status) => status === 429).length]).toEqual([MOST_GUESSES, 50 - MOST_GUESSES]);
  });

  it('come from one place whatever address of an IPv6 network is used, and an IPv4 address is one however it is written', async () => {
    for (let tried = 1; tried <= MOST_GUESSES; tried += 1) await said(`2001:db8:7:1:${tried}::${tried}`, 'guess');
    expect([await said('2001:db8:7:1:ffff::1', 'HONEY'), await said('2001:db8:7:2::1', 'HONEY')]).toEqual([
      429,
      'found',
    ]);
    for (let tried = 1; tried <= MOST_GUESSES; tried += 1)
      await said(tried % 2 === 0 ? here : `::ffff:${here}`, 'guess');
    expect(await said(here, 'HONEY')).toBe(429);
  });

  it('are counted together where nobody says where they come from', async () => {
    for (let tried = 1; tried <= MOST_GUESSES; tried += 1)
      await said(['', 'nowhere', '1.2.3.999', '__proto__'][tried % 4] ?? '', 'guess');
    expect(await said('somewhere', 'HONEY')).toBe(429);
  });

  it('are not those that do, nor those that are refused for another reason', async () => {
    for (let tried = 0; tried < 3 * MOST_GUESSES; tried += 1) expect(await said(here, 'HONEY')).toBe('found');
    const full = () => Promise.reject(new Refusal(409, 'tooManyCodes', 'A basket takes ten codes.'));
    for (let tried = 0; tried < 3 * MOST_GUESSES; tried += 1)
      await expect(guessing(from(here), full)).rejects.toMatchObject({ status: 409 });
    expect(await said(here, 'HONEY')).toBe('found');
  });
});
