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
}

interface ImportState {
  readonly looked: Looked | null;
  readonly isBusy: boolean;
  readonly fault: string | undefined;
  /** opens a file and works out what it would do */
  open(file: File): Promise<void>;
  decide(name: string, way: ClashWay): void;
  allowFaults(isAllowed: boolean): void;
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

const planned = (file: File, kept: string, decisions: Decisions) =>
  withKept(file, kept, (now) =>
    send('POST', '/api/manage/imports/plan', { file: now, decisions }, z.custom<PlanView>()),
  );

/** A catalog file on its way in: opened, looked at, decided about, and then imported. */
export function useImport(): ImportState {
  const [looked, setLooked] = useState<Looked | null>(null);
  const { busy: isBusy, fault, setFault, run } = useBusy();
  const look = async (file: File, kept: string, decided: Decisions) =>
    setLooked({ file, kept, decided, withFaults: false, plan: await planned(file, kept, decided) });
  return {
    looked,
    isBusy,
    fault,
    async open(file) {
      setLooked(null);
      await run(async () => look(file, await keep(file), {}));
    },
    decide(name, way) {
      if (!looked) return;
      const decided = { ...looked.decided, [name]: way };
      // What was decided stands at once; what follows from it comes after.
      setLooked({ ...looked, decided });
      void run(() => look(looked.file, looked.kept, decided));
    },
    allowFaults(withFaults) {
      if (looked) setLooked({ ...looked, withFaults });
    },
    async bringIn() {
      let came: ImportDone | null = null;
      await run(async () => {
        if (!looked) return;
        const { file, kept, plan, withFaults, decided: decisions } = looked;
        came = await withKept(file, kept, (now) =>
          send(
            'POST',
            '/api/manage/imports',
            { file: now, decisions, withFaults, seen: plan.seen },
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
