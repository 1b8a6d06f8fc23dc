import { eq } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { cardsDue, turns } from '@/data/schema';
import { inTurn } from '@/data/turns';
import { cardsSoon, freshenCards } from '@/services/catalog/cards';
import { editProduct } from '../support/edit-product';
import { openServices, type TestServices } from '../support/services';

let context: TestServices;
beforeEach(async () => {
  context = await openServices();
});
afterEach(() => {
  vi.useRealTimers();
  context.close();
});

const held = () => context.database.read.select({ of: turns.of, holder: turns.holder }).from(turns);

const lastUntil = (until: number) => context.database.write((transaction) => transaction.update(turns).set({ until }));

/** As if whoever has a turn had not said anything for long. */
const silence = () => lastUntil(0);

/** As if whoever has a turn had said so for the whole test, however slow the machine is. */
const hold = () => lastUntil(Date.now() + 600_000);

/** Lets another process begin something that lasts until it is ended. */
async function begunElsewhere(of: string): Promise<{ end(): Promise<boolean>; isOurs(): boolean }> {
  let end: () => void = () => undefined;
  const ended = new Promise<void>((resolve) => (end = resolve));
  let all: Promise<boolean> = Promise.resolve(false);
  const isOurs = await new Promise<() => boolean>((resolve) => {
    const work = (asked: () => boolean): Promise<void> => {
      resolve(asked);
      return ended;
    };
    all = inTurn(context.database, of, work, 'another');
  });
  return {
    isOurs,
    end() {
      end();
      return all;
    },
  };
}

describe('a turn', () => {
  it('is one process’s at a time, and free again when it has ended', async () => {
    const other = await begunElsewhere('sweeping');
    const work = vi.fn(() => Promise.resolve());
    expect(await inTurn(context.database, 'sweeping', work)).toBe(false);
    expect(work).not.toHaveBeenCalled();
    // What is something else is nobody's.
    expect(await inTurn(context.database, 'dusting', work)).toBe(true);
    await other.end();
    expect(await held()).toEqual([]);
    expect(await inTurn(context.database, 'sweeping', work)).toBe(true);
    expect(work).toHaveBeenCalledTimes(2);
  });

  it('is given back by what goes wrong', async () => {
    const wrong = inTurn(context.database, 'sweeping', () => Promise.reject(new Error('the broom broke')));
    await expect(wrong).rejects.toThrow('the broom broke');
    expect(await held()).toEqual([]);
  });

  it('goes to the next where its holder says nothing any more, who hears of it', async () => {
    vi.useFakeTimers({ toFake: ['setInterval'] });
    const other = await begunElsewhere('sweeping');
    await silence();
    let seen: unknown;
    const taken = await inTurn(context.database, 'sweeping', async () => {
      seen = await held();
      vi.advanceTimersByTime(3_000);
      await vi.waitFor(() => expect(other.isOurs()).toBe(false));
    });
    expect(taken).toBe(true);
    expect(seen).toEqual([{ of: 'sweeping', holder: expect.not.stringMatching('another') as string }]);
    await other.end();
  });

  it('lasts as long as its holder says so', async () => {
    vi.useFakeTimers({ toFake: ['setInterval'] });
    const other = await begunElsewhere('sweeping');
    await silence();
    vi.advanceTimersByTime(3_000);
    const until = async () => (await context.database.read.select({ until: turns.until }).from(turns))[0]?.until;
    await vi.waitFor(async () => expect(await until()).toBeGreaterThan(0));
    expect(await inTurn(context.database, 'sweeping', () => Promise.resolve())).toBe(false);
    expect(other.isOurs()).toBe(true);
    await other.end();
  });
});

describe('rows of lists', () => {
  const due = () => context.database.read.$count(cardsDue, eq(cardsDue.of, 'draft'));

  it('are worked out by one process, and by the next where that has ended in the middle', async () => {
    // Who has ended says no more that it is at it.
    vi.useFakeTimers({ toFake: ['setInterval'] });
    const other = await begunElsewhere('cards: draft');
    await hold();
    await editProduct(context, 'hive', (product) => void (product.title = 'A hive by hand'));
    await freshenCards(context, 'published');
    let isDone = false;
    const done = freshenCards(context, 'draft').then(() => (isDone = true));
    await new Promise((resolve) => setTimeout(resolve, 400));
    expect(isDone).toBe(false);
    expect(await due()).toBeGreaterThan(0);
    await silence();
    await done;
    expect(await due()).toBe(0);
    await other.end();
  });

  it('keep no reader waiting for another process', async () => {
    const other = await begunElsewhere('cards: draft');
    await hold();
    await editProduct(context, 'hive', (product) => void (product.title = 'A hive by hand'));
    await cardsSoon({ ...context, waitsForCards: false }, 'draft');
    expect(await due()).toBeGreaterThan(0);
    await other.end();
    await vi.waitFor(async () => expect(await due()).toBe(0), { timeout: 20_000 });
  });
});
