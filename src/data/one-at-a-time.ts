import { createClient } from '@libsql/client';
import { isBusy, patiently } from './busy';

/** How often whoever waits looks whether it is their turn, in milliseconds. */
const BETWEEN_LOOKS = 100;

/** How long somebody waits for their turn, in milliseconds: ample to copy and change the largest database. */
const LONGEST_WAIT = 15 * 60_000;

/**
 * The file that whoever changes the form of a database's tables holds meanwhile. It is empty and stays there: taken
 * away, whoever has it open could no longer hold it.
 */
const heldBy = (file: string): string => `${file}.changing`;

/**
 * Does something to the form of a database that one process does at a time, while others wait. Whoever holds the turn
 * holds a lock of the system, so that a process that is ended keeps nobody waiting.
 *
 * @param file the database
 * @param onWaiting said once, where somebody else has the turn
 * @throws Error where somebody else has had it for a quarter of an hour
 */
export async function oneAtATime(file: string, work: () => Promise<void>, onWaiting: () => void): Promise<void> {
  const lock = createClient({ url: `file:${heldBy(file)}`, timeout: 0 });
  try {
    const turn = await turnOf(lock, file, onWaiting);
    try {
      await work();
    } finally {
      turn.close();
    }
  } finally {
    lock.close();
  }
}

async function turnOf(lock: ReturnType<typeof createClient>, file: string, onWaiting: () => void) {
  try {
    const patience = { between: BETWEEN_LOOKS, longest: LONGEST_WAIT, onWaiting };
    return await patiently(() => lock.transaction('write'), patience);
  } catch (error) {
    if (!isBusy(error)) throw error;
    throw new Error(
      `Another process has been changing the form of ${file} for a quarter of an hour. See whether it still works; end it, and start again.`,
      { cause: error },
    );
  }
}
