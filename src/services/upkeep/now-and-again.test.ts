import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { processLog } from '../process-log';
import { nowAndAgain } from './now-and-again';

const MINUTE = 60_000;

beforeEach(() => void vi.useFakeTimers());
afterEach(() => {
  vi.useRealTimers();
  vi.restoreAllMocks();
});

describe('what is done now and again', () => {
  it('is done a while after the start, and then every so often', async () => {
    let times = 0;
    nowAndAgain({ firstAfter: 2 * MINUTE, every: 15 * MINUTE }, 'No', () => Promise.resolve(void (times += 1)));
    const after = async (minutes: number) => {
      await vi.advanceTimersByTimeAsync(minutes * MINUTE);
      return times;
    };
    expect([await after(1), await after(1), await after(12), await after(1), await after(30)]).toEqual([0, 1, 1, 2, 4]);
  });

  it('is done once at a time, however long it takes', async () => {
    let begun = 0;
    let end: () => void = () => undefined;
    nowAndAgain({ firstAfter: MINUTE, every: MINUTE }, 'No', () => {
      begun += 1;
      return new Promise((resolve) => (end = resolve));
    });
    await vi.advanceTimersByTimeAsync(5 * MINUTE);
    expect(begun).toBe(1);
    end();
    await vi.advanceTimersByTimeAsync(MINUTE);
    expect(begun).toBe(2);
  });

  it('is tried again when it goes wrong, which the log says', async () => {
    const said = vi.spyOn(processLog, 'error').mockReturnValue(undefined);
    let times = 0;
    nowAndAgain({ firstAfter: MINUTE, every: 10 * MINUTE }, 'No backup was made', () => {
      times += 1;
      return times === 1 ? Promise.reject(new Error('no room')) : Promise.resolve();
    });
    await vi.advanceTimersByTimeAsync(11 * MINUTE);
    expect(times).toBe(2);
    expect(said.mock.calls.map(([, message]) => message)).toEqual(['No backup was made']);
  });
});
