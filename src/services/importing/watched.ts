import { ofProcess } from '../../data/of-process';
import { othersTurn } from '../in-pieces';
import { notFound, Refusal } from '../refusal';

/** How far an import has come. */
export type ImportStep =
  | { readonly doing: 'comparing' | 'checking' }
  | { readonly doing: 'writing'; readonly done: number; readonly of: number };

/** Whoever watches an import. */
export interface Watch {
  tell(step: ImportStep): void;
  /** lets all others have their turn. @throws Refusal 409 `stopped` where it is not wanted any more */
  goOn(): Promise<void>;
}

/** Nobody watches, and nobody stops it. */
export const UNWATCHED: Watch = { tell: () => undefined, goOn: othersTurn };

/** Imports that are at work in this process, by what they are called. */
const atWork = ofProcess('importsAtWork', () => new Map<string, AbortController>());

/** How often it is told how far it has come, and looked whether anybody still reads that, in milliseconds. */
const TOLD_EVERY = 250;

/**
 * Does something that is watched: tells how far it has come, and at last what came of it. It is stopped by whoever says
 * so, or once nobody reads on; what it has written by then is taken back.
 *
 * @param name what it is called, to be stopped by
 * @throws Refusal 409 `stopped`; 409 `atWork` while one of this name is at work; and as it refuses
 */
export async function* watched<Done>(
  name: string,
  work: (watch: Watch) => Promise<Done>,
): AsyncGenerator<ImportStep | { readonly came: Done }> {
  if (atWork.has(name))
    throw new Refusal(409, 'atWork', 'This file is being imported just now. Wait for that, or stop it.');
  const stop = new AbortController();
  atWork.set(name, stop);
  let step: ImportStep = { doing: 'comparing' };
  const ended = work({
    tell: (next) => void (step = next),
    async goOn() {
      await othersTurn();
      if (stop.signal.aborted) throw new Refusal(409, 'stopped', 'Stopped. Nothing was imported.');
    },
  })
    .then(
      (came) => () => came,
      (error: unknown) => () => {
        throw error;
      },
    )
    .finally(() => atWork.delete(name));
  try {
    for (;;) {
      yield step;
      const outcome = await Promise.race([ended, later()]);
      if (!outcome) continue;
      yield { came: outcome() };
      return;
    }
  } finally {
    stop.abort();
  }
}

const later = (): Promise<null> => new Promise((resolve) => setTimeout(() => resolve(null), TOLD_EVERY));

/** Stops an import. What became of it is told to whoever reads it. @throws Refusal 404 where none is at work here */
export function stopWatched(name: string): void {
  const stop = atWork.get(name);
  if (stop) stop.abort();
  else notFound('import of this file at work here');
}
