'use client';

import { startTransition, useEffect, useState } from 'react';
import { z } from 'zod';
import { send } from '@/features/kit/shared';
import { forgetBackup, keepBackup, readBackup } from './backup';
import { DraftStore, type DraftView } from './draft-store';

const savedSchema = z.object({ version: z.number() });
const startedSchema = z.object({ id: z.number() });

/** What is edited, and where its draft is kept. */
export interface Drafted<T> {
  /** its name in this browser's store */
  readonly name: string;
  readonly draft: T;
  readonly draftVersion: number;
  readonly schema: z.ZodType<T>;
  /** its route: GET gives `draft` and `draftVersion`, PUT to `/draft` saves */
  readonly address: string;
  /** where another is started with what stands in this one, when it is deleted for good */
  readonly again: string;
  /** takes a draft that gives way; absent where there is no such place */
  readonly setAside?: (definition: T, savedBy: string) => Promise<unknown>;
  /** what it is called in a sentence */
  readonly word: string;
}

/** A draft and what can be done with it. */
export type Draft<T extends object> = DraftView<T> &
  Pick<
    DraftStore<T>,
    | 'change'
    | 'undo'
    | 'redo'
    | 'replace'
    | 'keep'
    | 'saved'
    | 'hearOfVersion'
    | 'hearGone'
    | 'hearBack'
    | 'dismissNotice'
  > & {
    /** Starts another with what stands here, which is kept in this browser until then. @returns its number */
    readonly startAgain: () => Promise<number>;
  };

function storeFor<T extends object>(
  { name, draft, draftVersion, schema, address, setAside, word }: Drafted<T>,
  editor: string,
): DraftStore<T> {
  return new DraftStore<T>(
    { version: draftVersion, definition: draft },
    {
      schema,
      word,
      put: async (definition, baseVersion) =>
        (await send('PUT', `${address}/draft`, { definition, baseVersion, editor }, savedSchema)).version,
      async get() {
        const found = await send('GET', address, undefined, z.object({ draft: schema, draftVersion: z.number() }));
        return { version: found.draftVersion, definition: found.draft };
      },
      setAside: setAside && ((definition) => setAside(definition, editor)),
      backup: {
        keep: (backup) => keepBackup(name, backup),
        read: () => readBackup(name, schema),
        forget: () => forgetBackup(name),
      },
    },
  );
}

/** The draft of what is edited, as long as its editor is open. */
export function useDraft<T extends object>(drafted: Drafted<T>, editor: string): Draft<T> {
  const [store] = useState(() => storeFor(drafted, editor));
  const [view, setView] = useState(store.current);
  useEffect(() => {
    const show = () => setView(store.current());
    const stop = store.subscribe((when) => (when === 'atOnce' ? show() : startTransition(show)));
    // What was changed since it was drawn first.
    show();
    store.open();
    const warn = (event: BeforeUnloadEvent) => {
      store.keepNow();
      if (!store.isSafe()) event.preventDefault();
    };
    window.addEventListener('beforeunload', warn);
    window.addEventListener('pagehide', store.keepNow);
    return () => {
      window.removeEventListener('beforeunload', warn);
      window.removeEventListener('pagehide', store.keepNow);
      store.close();
      stop();
    };
  }, [store]);
  const { change, undo, redo, replace, keep, saved, hearOfVersion, hearGone, hearBack, dismissNotice } = store;
  const { again, name } = drafted;
  const startAgain = async () => {
    const { id } = await send('POST', again, store.current().document, startedSchema);
    forgetBackup(name);
    return id;
  };
  return {
    ...view,
    change,
    undo,
    redo,
    replace,
    keep,
    saved,
    hearOfVersion,
    hearGone,
    hearBack,
    dismissNotice,
    startAgain,
  };
}
