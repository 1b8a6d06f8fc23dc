import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { z } from 'zod';
import { clashWays, type PlannedThing } from '../../core/compared';
import { listMappingSchema } from '../../core/supplier-list';
import { CATALOG_LIST_WORDS, differenceLines } from '../../core/words';
import { ofProcess } from '../../data/of-process';
import { type Services } from '../context';
import { Refusal } from '../refusal';
import { type ImportDone, importFile } from './apply';
import { type FileKind, type ImportFile, openImport, type PlanFault, planOfImport } from './import';
import { keepMapping } from './list-mappings';
import { type Watch } from './watched';

/** So many bytes of opened files are kept, for so long: whoever comes later sends the file again. */
const MOST_KEPT = 300 * 1024 * 1024;
const KEPT_FOR = 30 * 60_000;

const LONGEST_NAME = 160;

const opened = ofProcess('openedFiles', () => new LRUCache<string, ImportFile>({ maxSize: MOST_KEPT, ttl: KEPT_FOR }));

/** A file that has been opened. */
export interface KeptFile {
  /** the name under which it is kept */
  readonly file: string;
  readonly is: FileKind;
}

/**
 * Opens a file that is to be looked at before it comes in, and keeps it for a while.
 *
 * @returns the name under which it is kept, and what it seems to be
 * @throws Refusal 422 as {@link openImport}
 */
export async function keepOpened(context: Services, name: string, bytes: Buffer): Promise<KeptFile> {
  const file = createHash('sha256').update(name).update('\0').update(bytes).digest('hex').slice(0, 32);
  const known = opened.get(file);
  if (known) return { file, is: known.is };
  const seen = name.replace(/\p{C}/gu, '').slice(0, LONGEST_NAME);
  const read = await openImport(context, { name: seen, bytes });
  // What is opened takes more room than what it was opened from.
  opened.set(file, read, { size: Math.min(MOST_KEPT, bytes.length * 4 + 1) });
  return { file, is: read.is };
}

/** @throws Refusal 404 `fileGone` where it is not kept any more */
export function requireOpened(file: string): ImportFile {
  const known = opened.get(file);
  if (!known) throw new Refusal(404, 'fileGone', 'This file is not kept any more. Choose it again.');
  return known;
}

export const importWishSchema = z.strictObject({
  file: z.string().max(64),
  decisions: z.record(z.string().max(140), z.enum(clashWays)).default({}),
  asDrafts: z.boolean().default(false).describe('whether products and sheets come as drafts'),
  list: listMappingSchema.optional().describe('what its columns say, where it is a supplier’s list'),
});
export type ImportWishInput = z.infer<typeof importWishSchema>;

export const importSchema = importWishSchema.extend({
  seen: z.string().max(200).describe('the name of what the plan was worked out from'),
  withFaults: z.boolean().default(false).describe('whether products with faults come, too'),
});

/** One thing of a plan, as it is shown. */
export interface PlanRow extends Pick<PlannedThing, 'list' | 'key' | 'title' | 'ours'> {
  readonly what: 'new' | 'changed' | 'clash';
  /** the list that it is in, in words */
  readonly of: string;
  /** what it says differently, one line for each place */
  readonly lines: readonly string[];
}

/** A plan, as it is shown. */
export interface PlanView {
  readonly rows: readonly PlanRow[];
  /** how many more there are than are shown */
  readonly more: number;
  readonly counts: Readonly<Record<PlannedThing['what'], number>>;
  readonly faults: readonly Pick<PlanFault, 'title' | 'message'>[];
  /** whether it can come in all the same, as only products are faulty: none of them is sold until it is mended */
  readonly canComeFaulty: boolean;
  /** what of the file is not read */
  readonly notes: readonly string[];
  readonly seen: string;
}

/** So many things and faults are shown; clashes before all others. */
const MOST_SHOWN = 1_000;

/** What an opened file would do. @throws Refusal 404 */
export async function planOfOpened(context: Services, { file, ...wish }: ImportWishInput): Promise<PlanView> {
  const { things, faults, notes, seen } = await planOfImport(context, requireOpened(file), { ...wish, clashes: null });
  const count = (what: PlannedThing['what']) => things.filter((thing) => thing.what === what).length;
  const differing = [
    ...things.filter(({ what }) => what === 'clash'),
    ...things.filter(({ what }) => what !== 'clash'),
  ];
  const rows = differing.flatMap((thing): PlanRow[] => {
    const { list, key, title, ours, what } = thing;
    if (what === 'same') return [];
    const lines = differenceLines(thing);
    return [{ list, key, title, what, of: CATALOG_LIST_WORDS[list], lines, ...(ours !== undefined && { ours }) }];
  });
  return {
    rows: rows.slice(0, MOST_SHOWN),
    more: Math.max(0, rows.length - MOST_SHOWN),
    counts: { new: count('new'), changed: count('changed'), clash: count('clash'), same: count('same') },
    canComeFaulty: faults.length > 0 && faults.every(({ list }) => list === 'products'),
    notes,
    faults: faults.slice(0, MOST_SHOWN).map(({ title, message }) => ({ title, message })),
    seen,
  };
}

/** Lets an opened file come in. @throws Refusal 404, and as {@link importFile} */
export async function importOpened(
  context: Services,
  { file, ...wish }: z.infer<typeof importSchema>,
  watch?: Watch,
): Promise<ImportDone> {
  const done = await importFile(context, requireOpened(file), { ...wish, clashes: null }, watch);
  if (wish.list) await keepMapping(context, wish.list);
  return done;
}
