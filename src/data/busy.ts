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
