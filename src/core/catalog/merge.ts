import { dequal } from 'dequal';
import { type Path } from '../problems';
import { isRecord } from '../is-record';

export interface Merge<T> {
  readonly merged: T;
  /** places that both sides changed differently; `merged` has mine there */
  readonly conflicts: readonly Path[];
}

type Json = unknown;

/**
 * Brings together two edits of one document, given what both started from. Lists whose entries have a `key` are
 * merged entry by entry, in my order with the other side's new entries after; anything else that both changed
 * differently is a conflict.
 */
export function mergeEdits<T>(base: T, mine: T, theirs: T): Merge<T> {
  const conflicts: Path[] = [];
  const merged = merge(base, mine, theirs, [], conflicts);
  return { merged: merged as T, conflicts };
}

function merge(base: Json, mine: Json, theirs: Json, path: Path, conflicts: Path[]): Json {
  if (dequal(mine, theirs) || dequal(base, theirs)) return mine;
  if (dequal(base, mine)) return theirs;
  if (isRecord(mine) && isRecord(theirs))
    return mergeRecords(isRecord(base) ? base : {}, mine, theirs, path, conflicts);
  if (isKeyedList(mine) && isKeyedList(theirs) && isKeyedList(base))
    return mergeLists(base, mine, theirs, path, conflicts);
  conflicts.push(path);
  return mine;
}

function mergeRecords(
  base: Readonly<Record<string, Json>>,
  mine: Readonly<Record<string, Json>>,
  theirs: Readonly<Record<string, Json>>,
  path: Path,
  conflicts: Path[],
): Json {
  const names = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
  return Object.fromEntries(
    names
      .map((name) => [name, merge(base[name], mine[name], theirs[name], [...path, name], conflicts)] as const)
      .filter(([, value]) => value !== undefined),
  );
}

interface Keyed {
  readonly key: string;
}

function mergeLists(
  base: readonly Keyed[],
  mine: readonly Keyed[],
  theirs: readonly Keyed[],
  path: Path,
  conflicts: Path[],
): Json {
  const find = (list: readonly Keyed[], key: string) => list.find((entry) => entry.key === key);
  const reordered = !dequal(
    base.map(({ key }) => key),
    mine.map(({ key }) => key),
  );
  const order = reordered ? [...mine, ...theirs] : [...theirs, ...mine];
  const keys = [...new Set(order.map(({ key }) => key))];
  return keys.flatMap((key) => {
    const [inBase, inMine, inTheirs] = [find(base, key), find(mine, key), find(theirs, key)];
    if (inBase && !inMine && dequal(inBase, inTheirs)) return [];
    if (inBase && !inTheirs && dequal(inBase, inMine)) return [];
    if (!inMine || !inTheirs) {
      // One side took it away while the other changed it: keeping it loses nothing.
      if (inBase) conflicts.push([...path, key]);
      return [inMine ?? inTheirs];
    }
    return [merge(inBase, inMine, inTheirs, [...path, key], conflicts)];
  });
}

function isKeyedList(value: Json): value is readonly Keyed[] {
  return Array.isArray(value) && value.every((entry) => isRecord(entry) && typeof entry.key === 'string');
}
