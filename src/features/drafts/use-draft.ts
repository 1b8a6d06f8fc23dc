'use client';

import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { mergeEdits, sameDefinition } from '@/core/catalog';
import { ApiProblem, send, wordsOf } from '@/features/shared/api';
import { change, type History, redo, startHistory, undo } from './history';
import { forgetBackup, keepBackup, readBackup } from './backup';

/** How long typing may rest before the draft is saved, and how long before a failed save is tried again. */
const REST = 500;
const RETRY = 3_000;

export type SaveState<T> =
  | { readonly kind: 'saved' }
  | { readonly kind: 'unsaved' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'failed'; readonly message: string }
  | { readonly kind: 'conflict'; readonly theirs: OtherDraft<T> };

/** The draft that somebody else saved. */
export interface OtherDraft<T> {
  readonly version: number;
  readonly definition: T;
}

const savedSchema = z.object({ version: z.number() });

/** What is edited, and where its draft is kept. */
export interface Drafted<T> {
  /** its name in this browser's store */
  readonly name: string;
  readonly draft: T;
  readonly draftVersion: number;
  readonly schema: z.ZodType<T>;
  /** its route: GET gives `draft` and `draftVersion`, PUT to `/draft` saves */
  readonly address: string;
  /** takes a draft that gives way; absent where there is no such place */
  readonly setAside?: (definition: T, savedBy: string) => Promise<unknown>;
  /** what it is called in a sentence */
  readonly word: string;
}

export interface Draft<T> {
  readonly document: T;
  /** the version the server has of this document, once it is saved */
  readonly version: number;
  readonly save: SaveState<T>;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** what was brought in from elsewhere, to tell the manager */
  readonly notice: string | null;
  change(tag: string, recipe: (draft: T) => void): void;
  undo(): void;
  redo(): void;
  /** puts another document in the place of this one, as one step that can be undone */
  replace(document: T): void;
  /** ends a conflict; the draft that gives way is set aside on the server */
  keep(whose: 'mine' | 'theirs'): Promise<void>;
  /** learns that the server has a newer version */
  hearOfVersion(version: number): void;
  dismissNotice(): void;
}

/** A draft: changed at once, saved by itself, safe against a dead server and another editor. */
export function useDraft<T extends object>(drafted: Drafted<T>, editor: string): Draft<T> {
  // What is edited stays the same as long as the editor is open.
  const [{ name, address, schema, word, setAside, ...opened }] = useState(drafted);
  const [history, setHistory] = useState<History<T>>(() => startHistory(opened.draft));
  const [save, setSave] = useState<SaveState<T>>({ kind: 'saved' });
  const [version, setVersion] = useState(opened.draftVersion);
  const [notice, setNotice] = useState<string | null>(null);
  // What the server is known to have; edits are merged against it.
  const base = useRef({ version: opened.draftVersion, definition: opened.draft });
  const saving = useRef(false);
  const latest = useRef(history.document);
  useLayoutEffect(() => {
    latest.current = history.document;
  }, [history.document]);

  const takeIn = useCallback((theirs: OtherDraft<T>, said: string): boolean => {
    const { merged, conflicts } = mergeEdits(base.current.definition, latest.current, theirs.definition);
    if (conflicts.length > 0) return false;
    base.current = { version: theirs.version, definition: theirs.definition };
    setHistory((current) => change(current, 'merge', Date.now(), (draft) => void Object.assign(draft, merged)));
    setVersion(theirs.version);
    setNotice(said);
    return true;
  }, []);

  const flush = useCallback(async () => {
    if (saving.current) return;
    const sent = latest.current;
    saving.current = true;
    setSave({ kind: 'saving' });
    try {
      const body = { definition: sent, baseVersion: base.current.version, editor };
      const answer = await send('PUT', `${address}/draft`, body, savedSchema);
      base.current = { version: answer.version, definition: sent };
      setVersion(answer.version);
      const upToDate = sameDefinition(latest.current, sent);
      if (upToDate) forgetBackup(name);
      setSave({ kind: upToDate ? 'saved' : 'unsaved' });
    } catch (error) {
      const other = error instanceof ApiProblem && error.code === 'draftConflict' ? z.object({ version: z.number(), definition: schema }).safeParse(error.details.current) : undefined;
      if (other?.success) {
        const merged = takeIn(other.data, `Somebody else changed other parts of this ${word}. Their changes are in here now, beside yours.`);
        setSave(merged ? { kind: 'unsaved' } : { kind: 'conflict', theirs: other.data });
      } else {
        setSave({ kind: 'failed', message: wordsOf(error) });
      }
    } finally {
      saving.current = false;
    }
  }, [editor, address, name, schema, word, takeIn]);

  // A change is kept in the browser at once and on the server when typing rests.
  const { document } = history;
  const first = useRef(true);
  useEffect(() => {
    if (first.current) {
      first.current = false;
      return;
    }
    if (sameDefinition(document, base.current.definition)) {
      // Undone to what the server has, or brought in from there: nothing to save.
      forgetBackup(name);
      setSave((current) => (current.kind === 'unsaved' || current.kind === 'failed' ? { kind: 'saved' } : current));
      return;
    }
    keepBackup(name, { base: base.current.definition, definition: document });
    setSave((current) => (current.kind === 'conflict' || current.kind === 'saving' ? current : { kind: 'unsaved' }));
  }, [document, name]);
  useEffect(() => {
    if (save.kind !== 'unsaved' && save.kind !== 'failed') return undefined;
    const timer = setTimeout(() => void flush(), save.kind === 'failed' ? RETRY : REST);
    return () => clearTimeout(timer);
  }, [save, document, flush]);
  useEffect(() => {
    const warn = (event: BeforeUnloadEvent) => {
      if (save.kind !== 'saved') event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [save.kind]);

  // Work that never reached the server before the window closed is brought back.
  useEffect(() => {
    const bringBack = async () => {
      const kept = readBackup(name, schema);
      if (!kept) return;
      const { merged, conflicts } = mergeEdits(kept.base, kept.definition, drafted.draft);
      if (conflicts.length === 0) {
        setHistory((current) => change(current, 'backup', Date.now(), (draft) => void Object.assign(draft, merged)));
        setNotice('Changes that had not been saved last time have been brought back.');
        return;
      }
      await setAside?.(kept.definition, editor);
      forgetBackup(name);
      setNotice('Changes that had not been saved last time differ from what was saved since. They are kept under Earlier states.');
    };
    // The server may be out of reach: then what is kept stays kept, for the next time.
    bringBack().catch(() => undefined);
  }, [drafted.draft, name, schema, setAside, editor]);

  return {
    document,
    version,
    save,
    canUndo: history.done.length > 0,
    canRedo: history.undone.length > 0,
    notice,
    change: useCallback((tag, recipe) => setHistory((current) => change(current, tag, Date.now(), recipe)), []),
    undo: useCallback(() => setHistory(undo), []),
    redo: useCallback(() => setHistory(redo), []),
    replace: useCallback((next) => setHistory((current) => change(current, `replace ${Date.now()}`, Date.now(), (draft) => void Object.assign(draft, next))), []),
    keep: async (whose) => {
      if (save.kind !== 'conflict') return;
      const { theirs } = save;
      const givesWay = whose === 'mine' ? theirs.definition : latest.current;
      await setAside?.(givesWay, editor);
      base.current = theirs;
      setVersion(theirs.version);
      if (whose === 'theirs') {
        setHistory((current) => change(current, `theirs ${Date.now()}`, Date.now(), (draft) => void Object.assign(draft, theirs.definition)));
        forgetBackup(name);
      }
      setSave({ kind: whose === 'mine' ? 'unsaved' : 'saved' });
      if (setAside) setNotice('The other draft is kept under Earlier states.');
    },
    hearOfVersion: useCallback(
      (newer: number) => {
        if (newer <= base.current.version || saving.current) return;
        void send('GET', address, undefined, z.object({ draft: schema, draftVersion: z.number() })).then(({ draft, draftVersion }) => {
          if (draftVersion <= base.current.version || saving.current) return;
          takeIn({ version: draftVersion, definition: draft }, `Somebody else changed this ${word} just now. Their changes are in here.`);
        }, () => undefined);
      },
      [address, schema, word, takeIn],
    ),
    dismissNotice: useCallback(() => setNotice(null), []),
  };
}
