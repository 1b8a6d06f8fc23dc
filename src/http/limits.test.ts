import { beforeEach, describe, expect, it } from 'vitest';
import { MOST_A_MINUTE, spend } from './limits';

beforeEach(() => {
  delete (globalThis as { oakKnotCounters?: unknown }).oakKnotCounters;
});

const from = (address: string) => new Request('http://oak.example/', { headers: { 'x-forwarded-for': address } });
const asks = async (address: string, times: number) => {
  const outcomes = await Promise.allSettled(Array.from({ length: times }, () => spend(from(address), 'order')));
  return outcomes.filter(({ status }) => status === 'fulfilled').length;
};

describe('what costs something', () => {
  it('is asked so often from one place, and no oftener, however much at once', async () => {
    expect(await asks('192.0.2.1', MOST_A_MINUTE.order + 20)).toBe(MOST_A_MINUTE.order);
    await expect(spend(from('192.0.2.1'), 'order')).rejects.toMatchObject({
      status: 429,
      code: 'tooOften',
      details: { retryAfter: expect.any(Number) as number },
    });
    // Others, and other things, are not held up by it.
    await spend(from('192.0.2.2'), 'order');
    await spend(from('192.0.2.1'), 'basket');
  });

  it('is one place behind every address of a network of one’s own', async () => {
    expect(await asks('2001:db8:1:2::1', MOST_A_MINUTE.order)).toBe(MOST_A_MINUTE.order);
    await expect(spend(from('2001:db8:1:2:ffff::9'), 'order')).rejects.toMatchObject({ status: 429 });
  });

  it.each(['127.0.0.1', '::1', '::ffff:127.0.0.1', ''])(
    'is not counted of this machine (%s): a proxy nobody has told of would be one place for all',
    async (address) => {
      expect(await asks(address, MOST_A_MINUTE.order + 5)).toBe(MOST_A_MINUTE.order + 5);
    },
  );
});
