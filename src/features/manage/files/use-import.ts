'use client';

import { useState } from 'react';
import { z } from 'zod';
import { type ClashWay, type Decisions } from '@/core/compared';
import { ApiProblem, send, useBusy } from '@/features/kit/shared';
import { type ImportDone } from '@/services/importing/apply';
import { type PlanView } from '@/services/importing/opened';

/** A file that is being looked at. */
export interface Looked {
  readonly file: File;
  /** what the server keeps it under */
  readonly kept: string;
  readonly plan: PlanView;
  readonly decided: Decisions;
  /** whether products with faults come, too */
  readonly withFaults: boolean;
  /** whether products and sheets come as drafts */
  readonly asDrafts: boolean;
}

interface ImportState {
  readonly looked: Looked | null;
  readonly isBusy: boolean;
  readonly fault: string | undefined;
  /** opens a file and works out what it would do */
  open(file: File): Promise<void>;
  decide(name: string, way: ClashWay): void;
  allowFaults(isAllowed: boolean): void;
  /** has products and sheets come as drafts, or as they are in the file */
  draft(asDrafts: boolean): void;
  /** lets it come in. @returns what came, or null where it could not */
  bringIn(): Promise<ImportDone | null>;
  close(): void;
}

const keptSchema = z.object({ file: z.string() });

/** Sends a file. @returns what the server keeps it under */
const keep = async (file: File): Promise<string> =>
  (await send('POST', `/api/manage/imports/files?name=${encodeURIComponent(file.name)}`, file, keptSchema)).file;

/** Works with a file that the server keeps; it is sent once more only where the server doesn’t any more. */
async function withKept<T>(file: File, kept: string, work: (kept: string) => Promise<T>): Promise<T> {
  try {
    return await work(kept);
  } catch (error) {
    if (!(error instanceof ApiProblem && error.code === 'fileGone')) throw error;
    // It is kept under what is in it.
    return work(await keep(file));
  }
}

/** How a file is to come in. */
type Wish = Pick<Looked, 'decided' | 'asDrafts'>;

const planned = (file: File, kept: string, { decided: decisions, asDrafts }: Wish) =>
  withKept(file, kept, (now) =>
    send('POST', '/api/manage/imports/plan', { file: now, decisions, asDrafts }, z.custom<PlanView>()),
  );

/** A catalog file on its way in: opened, looked at, decided about, and then imported. */
export function useImport(): ImportState {
  const [looked, setLooked] = useState<Looked | null>(null);
  const { busy: isBusy, fault, setFault, run } = useBusy();
  const look = async (file: File, kept: string, wish: Wish) =>
    setLooked({ file, kept, ...wish, withFaults: false, plan: await planned(file, kept, wish) });
  const wishing = (wish: Partial<Wish>) => {
    if (!looked) return;
    const next = { ...looked, ...wish };
    // What was decided stands at once; what follows from it comes after.
    setLooked(next);
    void run(() => look(next.file, next.kept, { decided: next.decided, asDrafts: next.asDrafts }));
  };
  return {
    looked,
    isBusy,
    fault,
    async open(file) {
      setLooked(null);
      await run(async () => look(file, await keep(file), { decided: {}, asDrafts: false }));
    },
    decide: (name, way) => wishing({ decided: { ...looked?.decided, [name]: way } }),
    draft: (asDrafts) => wishing({ asDrafts }),
    allowFaults(withFaults) {
      if (looked) setLooked({ ...looked, withFaults });
    },
    async bringIn() {
      let came: ImportDone | null = null;
      await run(async () => {
        if (!looked) return;
        const { file, kept, plan, withFaults, asDrafts, decided: decisions } = looked;
        came = await withKept(file, kept, (now) =>
          send(
            'POST',
            '/api/manage/imports',
            { file: now, decisions, withFaults, asDrafts, seen: plan.seen },
            z.custom<ImportDone>(),
          ),
        );
        setLooked(null);
      });
      return came;
    },
    close() {
      setLooked(null);
      setFault(undefined);
    },
  };
}
