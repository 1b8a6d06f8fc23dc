import { applyPatches, enablePatches, type Objectish, type Patch, produceWithPatches } from 'immer';

enablePatches();

/** One change to the document that can be taken back. */
interface Transaction {
  /** what was changed, so that typing in one field is one step */
  readonly tag: string;
  readonly at: number;
  readonly forward: readonly Patch[];
  readonly back: readonly Patch[];
}

/** A document with the list of transactions that led to it. */
export interface History<T> {
  readonly document: T;
  readonly done: readonly Transaction[];
  readonly undone: readonly Transaction[];
}

/** Changes of one place within this time of each other are one step, in milliseconds. */
const ONE_STEP = 1_200;
const LONGEST = 500;

export function startHistory<T>(document: T): History<T> {
  return { document, done: [], undone: [] };
}

/** Applies a change as a transaction; a change that changes nothing leaves no trace. */
export function change<T extends Objectish>(history: History<T>, tag: string, at: number, recipe: (draft: T) => void): History<T> {
  const [document, forward, back] = produceWithPatches(history.document, (draft) => recipe(draft as T));
  if (forward.length === 0) return history;
  const last = history.done.at(-1);
  const continues = last !== undefined && last.tag === tag && at - last.at < ONE_STEP && history.undone.length === 0;
  const transaction: Transaction = continues
    ? { tag, at, forward: [...last.forward, ...forward], back: [...back, ...last.back] }
    : { tag, at, forward, back };
  const done = [...(continues ? history.done.slice(0, -1) : history.done), transaction].slice(-LONGEST);
  return { document, done, undone: [] };
}

/** Takes the last transaction back. */
export function undo<T extends Objectish>(history: History<T>): History<T> {
  const last = history.done.at(-1);
  if (!last) return history;
  return {
    document: applyPatches(history.document, [...last.back]),
    done: history.done.slice(0, -1),
    undone: [...history.undone, last],
  };
}

/** Does again what was taken back last. */
export function redo<T extends Objectish>(history: History<T>): History<T> {
  const last = history.undone.at(-1);
  if (!last) return history;
  return {
    document: applyPatches(history.document, [...last.forward]),
    done: [...history.done, last],
    undone: history.undone.slice(0, -1),
  };
}
