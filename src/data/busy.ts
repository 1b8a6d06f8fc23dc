/** What an error was caused by, itself first. */
export function* causesOf(error: unknown): Generator<Error> {
  for (let cause = error; cause instanceof Error; cause = cause.cause) yield cause;
}

/** Whether others hold the lock. */
export const isBusy = (error: unknown): boolean =>
  [...causesOf(error)].some(
    (cause) =>
      ('code' in cause && /^SQLITE_(BUSY|LOCKED)/.test(String(cause.code))) ||
      /database is locked/i.test(cause.message),
  );

/** How something is tried again. */
interface Patience {
  /** after which it is tried again, and after which no more, in milliseconds */
  readonly between: number;
  readonly longest: number;
  /** whether an error passes; that others hold the lock, unless said */
  readonly isPassing?: (error: unknown) => boolean;
  /** said once, where it has to be tried again */
  readonly onWaiting?: () => void;
}

/** Tries something again as long as what keeps it from happening passes. @throws what kept it the last time */
export async function patiently<T>(
  work: () => Promise<T>,
  { between, longest, isPassing = isBusy, onWaiting }: Patience,
): Promise<T> {
  const until = Date.now() + longest;
  for (let isFirst = true; ; isFirst = false) {
    try {
      return await work();
    } catch (error) {
      if (!isPassing(error) || Date.now() > until) throw error;
      if (isFirst) onWaiting?.();
      await new Promise((resolve) => setTimeout(resolve, between));
    }
  }
}
