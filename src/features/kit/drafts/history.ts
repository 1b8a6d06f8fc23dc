import { type Objectish, produce } from 'immer';
import { mergeEdits, sameDefinition } from '@/core/catalog';

/** One change to the document that can be taken back: what it was before, and what it made of it. */
interface Transaction<T> {
  /** what was changed, so that typing in one field is one step */
  readonly tag: string;
  readonly at: number;
  readonly before: T;
  readonly after: T;
}

/** A document with the list of one's own transactions that led to it. */
export interface History<T> {
  readonly document: T;
  readonly done: readonly Transaction<T>[];
  readonly undone: readonly Transaction<T>[];
}

/** Changes of one place within this time of each other are one step, in milliseconds. */
const ONE_STEP = 1_200;
const LONGEST = 500;

export function startHistory<T>(document: T): History<T> {
  return { document, done: [], undone: [] };
}

/** Applies a change as a transaction; a change that changes nothing leaves no trace. */
export function change<T extends Objectish>(
  history: History<T>,
  tag: string,
  at: number,
  recipe: (draft: T) => void,
): History<T> {
  const before = history.document;
  const document = produce(before, (draft) => recipe(draft as T));
  if (document === before || sameDefinition(document, before)) return history;
  const last = history.done.at(-1);
  const continues =
    last !== undefined &&
    last.tag === tag &&
    last.after === before &&
    at - last.at < ONE_STEP &&
    history.undone.length === 0;
  const transaction: Transaction<T> = { tag, at, before: continues ? last.before : before, after: document };
  const done = [...(continues ? history.done.slice(0, -1) : history.done), transaction].slice(-LONGEST);
  return { document, done, undone: [] };
}

/**
 * Takes in a document with what somebody else has changed: that is no transaction of one's own, and is not taken back.
 */
export function takenIn<T>(history: History<T>, document: T): History<T> {
  return { ...history, document };
}

/**
 * A step of one's own from one state to another, done to the document as it is now: what somebody else changed since
 * stays.
 */
function stepped<T>(document: T, from: T, to: T): T {
  return document === from ? to : mergeEdits(from, document, to).merged;
}

/** Takes one's last transaction back. */
export function undo<T extends Objectish>(history: History<T>): History<T> {
  const last = history.done.at(-1);
  if (!last) return history;
  return {
    document: stepped(history.document, last.after, last.before),
    done: history.done.slice(0, -1),
    undone: [...history.undone, last],
  };
}

/** Does again what was taken back last. */
export function redo<T extends Objectish>(history: History<T>): History<T> {
  const last = history.undone.at(-1);
  if (!last) return history;
  return {
    document: stepped(history.document, last.before, last.after),
    done: [...history.done, last],
    undone: history.undone.slice(0, -1),
  };
}
