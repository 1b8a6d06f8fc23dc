import { dequal } from 'dequal';
import { inParts } from '../../core/in-parts';
import { type Queries, ROWS_AT_ONCE } from '../../data/database';
import { Refusal } from '../refusal';
import { log } from '../../data/log';

/** A draft as it is stored. */
export interface StoredDraft<Definition> {
  readonly draft: Definition;
  /** counts up with every save; what two editors of one thing are told apart by */
  readonly draftVersion: number;
  readonly draftSavedBy: string | null;
  readonly publishedRevision: number | null;
}

/** A draft that is to be saved. */
export interface DraftToSave<Definition> {
  readonly definition: Definition;
  /** the version that it was made from */
  readonly baseVersion: number;
  /** tells windows and people apart */
  readonly editor: string;
}

/** What was published once, for ever as it was. */
interface Revision {
  readonly number: number;
  readonly draftVersion: number;
}

/** A draft that something begins with. */
export interface BegunDraft<Definition> {
  readonly draft: Definition;
  readonly draftVersion: number;
  readonly draftSavedBy: string;
}

/** A revision of one of many things. */
export interface ManyRevision<Definition> extends Revision {
  readonly id: number;
  readonly definition: Definition;
}

/** A thing with what is published of it. */
export interface StoredWithRevision<Definition, Stored> {
  readonly id: number;
  readonly stored: Stored;
  /** null while nothing is */
  readonly published: Definition | null;
  /** the number of its last revision; 0 for none */
  readonly latest: number;
}

/**
 * The life of what is edited as a draft and published in revisions, over the tables that it is kept in. Products and
 * sheets live it alike.
 */
export interface Life<Definition, Stored extends StoredDraft<Definition> = StoredDraft<Definition>> {
  /** what a sentence calls it */
  readonly word: 'product' | 'sheet';
  /** @throws Refusal 404 */
  require(queries: Queries, id: number): Promise<Stored>;
  /** writes a draft, with all that follows from it */
  store(
    transaction: Queries,
    id: number,
    draft: {
      readonly draft: Definition;
      readonly draftVersion: number;
      readonly draftSavedBy: string;
      readonly updatedAt: Date;
    },
  ): Promise<void>;
  revision(queries: Queries, revisionId: number): Promise<(Revision & { readonly definition: Definition }) | undefined>;
  latestNumber(queries: Queries, id: number): Promise<number>;
  /** begins things as drafts. @returns their numbers, in the order of the drafts */
  begin(transaction: Queries, drafts: readonly BegunDraft<Definition>[], at: Date): Promise<number[]>;
  /** reads those of some numbers that are there, as many as one statement takes, with what is published of them */
  readMany(queries: Queries, ids: readonly number[]): Promise<readonly StoredWithRevision<Definition, Stored>[]>;
  /** adds a revision of each of some things and makes those the ones that are published */
  publishMany(transaction: Queries, all: readonly ManyRevision<Definition>[], at: Date): Promise<void>;
}

/** Begins one thing as a draft. @returns its number */
export async function beginDraft<Definition extends { readonly title: string }>(
  life: Pick<Life<Definition>, 'begin' | 'word'>,
  transaction: Queries,
  draft: Definition,
  at: Date,
): Promise<number> {
  const [id] = await life.begin(transaction, [{ draft, draftVersion: 1, draftSavedBy: '' }], at);
  if (id === undefined) throw new Error(`the ${life.word} was not stored`);
  await log(transaction, at, { what: 'made', kind: life.word, key: String(id), title: draft.title });
  return id;
}

/**
 * Adds rows in parts. @param insert adds some, which one statement takes
 *
 * @returns their numbers, in the order of the rows
 */
export async function inserted<Row>(
  rows: readonly Row[],
  insert: (some: Row[]) => Promise<readonly { readonly id: number }[]>,
): Promise<number[]> {
  const ids: number[] = [];
  // Numbers rise in the order of the rows; in which they are told is nobody's promise.
  for (const some of inParts(rows, ROWS_AT_ONCE))
    ids.push(...(await insert(some)).map(({ id }) => id).sort((a, b) => a - b));
  return ids;
}

/** A draft opened for editing. */
export interface OpenedDraft<Definition> {
  readonly id: number;
  readonly draft: Definition;
  readonly draftVersion: number;
  /** number of the revision that is published, and the version of the draft that it was; null while nothing is */
  readonly publishedRevision: number | null;
  readonly publishedDraftVersion: number | null;
  /** what is published: a draft that becomes the same again is as in the shop */
  readonly publishedDefinition: Definition | null;
}

/** @throws Refusal 404 */
export async function openDraft<Definition, Stored extends StoredDraft<Definition>>(
  life: Life<Definition, Stored>,
  queries: Queries,
  id: number,
): Promise<OpenedDraft<Definition> & { readonly stored: Stored }> {
  const stored = await life.require(queries, id);
  const revision =
    stored.publishedRevision === null ? undefined : await life.revision(queries, stored.publishedRevision);
  return {
    id,
    draft: stored.draft,
    draftVersion: stored.draftVersion,
    publishedRevision: revision?.number ?? null,
    publishedDraftVersion: revision?.draftVersion ?? null,
    publishedDefinition:
      revision === undefined
        ? null
        : revision.draftVersion === stored.draftVersion
          ? stored.draft
          : revision.definition,
    stored,
  };
}

/**
 * Saves a draft, if nobody has saved another since.
 *
 * @param check looks at the save beside what is stored, and may refuse it
 * @returns the new version
 * @throws Refusal 409 `draftConflict` with the other draft in its details
 */
export async function saveDraftOf<Definition, Stored extends StoredDraft<Definition>>(
  life: Life<Definition, Stored>,
  transaction: Queries,
  { id, at, ...save }: DraftToSave<Definition> & { readonly id: number; readonly at: Date },
  check: (stored: Stored) => void = () => undefined,
): Promise<number> {
  const stored = await life.require(transaction, id);
  check(stored);
  if (!isToBeStored(stored, save, life.word)) return stored.draftVersion;
  const draftVersion = stored.draftVersion + 1;
  await life.store(transaction, id, { draft: save.definition, draftVersion, draftSavedBy: save.editor, updatedAt: at });
  return draftVersion;
}

/** @returns whether it is to be stored; false when the very same save has been stored already */
function isToBeStored<Definition>(
  stored: StoredDraft<Definition>,
  save: DraftToSave<Definition>,
  word: string,
): boolean {
  if (stored.draftVersion === save.baseVersion) return true;
  // A save whose answer got lost on the way comes again: it is the same work, not somebody else's.
  if (stored.draftSavedBy === save.editor && dequal(stored.draft, save.definition)) return false;
  throw new Refusal(409, 'draftConflict', `Somebody else has changed this ${word} in the meantime.`, {
    current: { version: stored.draftVersion, definition: stored.draft, savedBy: stored.draftSavedBy },
  });
}

/**
 * The draft as the manager saw it, to be published.
 *
 * @throws Refusal 404; 409 `draftMoved` when it has been changed since
 */
export async function seenDraft<Definition, Stored extends StoredDraft<Definition>>(
  life: Life<Definition, Stored>,
  transaction: Queries,
  id: number,
  version: number,
): Promise<Stored> {
  const stored = await life.require(transaction, id);
  if (stored.draftVersion !== version)
    throw new Refusal(
      409,
      'draftMoved',
      `The ${life.word} has changed since you looked at it. Look again, then publish.`,
    );
  return stored;
}

/** Something of which a draft is looked at: of the version that was seen, or whatever it is now. */
export type Looked = number | { readonly id: number; readonly version?: number };

/** The drafts that are looked at. @throws Refusal 404; 409 `draftMoved` where one has been changed since it was seen */
export function lookedAt<Definition, Stored extends StoredDraft<Definition>>(
  life: Life<Definition, Stored>,
  queries: Queries,
  of: readonly Looked[],
): Promise<Stored[]> {
  return Promise.all(
    of.map((one) => {
      const { id, version } = typeof one === 'number' ? { id: one } : one;
      return version === undefined ? life.require(queries, id) : seenDraft(life, queries, id, version);
    }),
  );
}

/** Publishes a definition as a new, unchangeable revision. @returns its number */
export async function publishRevision<Definition>(
  life: Life<Definition>,
  transaction: Queries,
  { id, draft, draftVersion }: { readonly id: number; readonly draft: Definition; readonly draftVersion: number },
  at: Date,
): Promise<number> {
  const number = (await life.latestNumber(transaction, id)) + 1;
  await life.publishMany(transaction, [{ id, number, definition: draft, draftVersion }], at);
  return number;
}
