'use client';

import { useState } from 'react';
import { z } from 'zod';
import { ApiProblem, send, useBusy } from '@/features/kit/shared';
import { type ImportDone } from '@/services/importing/apply';
import { type PlanView } from '@/services/importing/opened';

/** What becomes of something that both have. */
export type Way = 'theirs' | 'ours' | 'both';
export type Decided = Readonly<Record<string, Way>>;

/** A file that is being looked at. */
export interface Looked {
  readonly file: File;
  readonly plan: PlanView;
  readonly decided: Decided;
  /** whether products with faults come, too */
  readonly withFaults: boolean;
}

interface ImportState {
  readonly looked: Looked | null;
  readonly isBusy: boolean;
  readonly fault: string | undefined;
  /** opens a file and works out what it would do */
  open(file: File): Promise<void>;
  decide(name: string, way: Way): void;
  allowFaults(isAllowed: boolean): void;
  /** lets it come in. @returns what came, or null where it could not */
  bringIn(): Promise<ImportDone | null>;
  close(): void;
}

const keptSchema = z.object({ file: z.string() });

/** Works with the file as the server keeps it, and sends it again where it doesn’t any more. */
async function withFile<T>(file: File, work: (kept: string) => Promise<T>): Promise<T> {
  const keep = () => send('POST', `/api/manage/imports/files?name=${encodeURIComponent(file.name)}`, file, keptSchema);
  const { file: kept } = await keep();
  try {
    return await work(kept);
  } catch (error) {
    if (!(error instanceof ApiProblem && error.code === 'fileGone')) throw error;
    return work((await keep()).file);
  }
}

const planned = (file: File, decisions: Decided) =>
  withFile(file, (kept) => send('POST', '/api/manage/imports/plan', { file: kept, decisions }, z.custom<PlanView>()));

/** A catalog file on its way in: opened, looked at, decided about, and then imported. */
export function useImport(): ImportState {
  const [looked, setLooked] = useState<Looked | null>(null);
  const { busy: isBusy, fault, setFault, run } = useBusy();
  const look = (file: File, decided: Decided) =>
    run(async () => setLooked({ file, decided, withFaults: false, plan: await planned(file, decided) }));
  return {
    looked,
    isBusy,
    fault,
    async open(file) {
      setLooked(null);
      await look(file, {});
    },
    decide(name, way) {
      if (!looked) return;
      const decided = { ...looked.decided, [name]: way };
      // What was decided stands at once; what follows from it comes after.
      setLooked({ ...looked, decided });
      void look(looked.file, decided);
    },
    allowFaults(withFaults) {
      if (looked) setLooked({ ...looked, withFaults });
    },
    async bringIn() {
      let came: ImportDone | null = null;
      await run(async () => {
        if (!looked) return;
        const { file, plan, withFaults, decided: decisions } = looked;
        came = await withFile(file, (kept) =>
          send(
            'POST',
            '/api/manage/imports',
            { file: kept, decisions, withFaults, seen: plan.seen },
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
