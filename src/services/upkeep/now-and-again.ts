import { processLog } from '../process-log';

/** When something is done by itself, in milliseconds. */
interface Times {
  /** after the start: whoever has started it waits for something else */
  readonly firstAfter: number;
  readonly every: number;
}

/**
 * Does something now and again as long as the process lives, once at a time. What goes wrong stands in the log of the
 * process, and it is tried again.
 *
 * @param failed what the log says then
 */
export function nowAndAgain({ firstAfter, every }: Times, failed: string, work: () => Promise<void>): void {
  let isAtIt = false;
  const begin = async (): Promise<void> => {
    if (isAtIt) return;
    isAtIt = true;
    try {
      await work();
    } catch (err) {
      processLog.error({ err }, failed);
    } finally {
      isAtIt = false;
    }
  };
  setTimeout(() => void begin(), firstAfter).unref();
  setInterval(() => void begin(), every).unref();
}
