'use client';

import { useRef, useState } from 'react';
import { z } from 'zod';
import { type ClashWay, type Decisions } from '@/core/compared';
import { type ListMapping } from '@/core/supplier-list';
import { anything, ApiProblem, readLines, send, useBusy } from '@/features/kit/shared';
import { type ImportDone } from '@/services/importing/apply';
import { type KeptFile, type PlanView } from '@/services/importing/opened';
import { type ImportStep } from '@/services/importing/watched';
import { keep, withKept } from './kept-file';

/** How a file is to come in. */
interface Wish {
  readonly decided: Decisions;
  /** whether products and sheets come as drafts */
  readonly asDrafts: boolean;
  /** what its columns say, where it is a supplier’s list */
  readonly list?: ListMapping;
}

/** A file that the server keeps. */
export interface Opened {
  readonly file: File;
  readonly kept: string;
  readonly is: KeptFile['is'];
}

/** A file that is being looked at. */
export interface Looked extends Opened, Wish {
  readonly plan: PlanView;
  /** whether products with faults come, too */
  readonly withFaults: boolean;
}

/** A supplier’s list that is being looked at, with what its columns were said to say before. */
export interface Listed extends Opened {
  readonly mapping: ListMapping | null;
}

interface ImportState {
  readonly looked: Looked | null;
  /** a supplier’s list, before it is seen what it would do */
  readonly listed: Listed | null;
  readonly isBusy: boolean;
  readonly fault: string | undefined;
  /** how far an import has come; null while none is at work */
  readonly step: ImportStep | null;
  /** opens a file and works out what it would do */
  open(file: File): Promise<void>;
  decide(name: string, way: ClashWay): void;
  allowFaults(isAllowed: boolean): void;
  /** has products and sheets come as drafts, or as they are in the file */
  draft(asDrafts: boolean): void;
  /** takes a spreadsheet for a supplier’s list, or goes back to its columns */
  asList(): void;
  /** works out what a supplier’s list would do */
  planList(mapping: ListMapping): void;
  /** lets it come in. @returns what came, or null where it could not */
  bringIn(): Promise<ImportDone | null>;
  /** stops what is coming in; what came of it is said where that is waited for */
  stop(): void;
  close(): void;
}

const planned = ({ file, kept }: Opened, { decided: decisions, asDrafts, list }: Wish) =>
  withKept(file, kept, (now) =>
    send('POST', '/api/manage/imports/plan', { file: now, decisions, asDrafts, list }, z.custom<PlanView>()),
  );

const IMPORTS = '/api/manage/imports';

/** Lets a file come in. @param onStep is told how far it has come @throws ApiProblem also where it was stopped */
async function cameIn(body: object, signal: AbortSignal, onStep: (step: ImportStep) => void): Promise<ImportDone> {
  try {
    for await (const line of readLines(IMPORTS, signal, body)) {
      const said = line as ImportStep | { readonly came: ImportDone };
      if ('came' in said) return said.came;
      onStep(said);
    }
  } catch (error) {
    if (!signal.aborted) throw error;
  }
  throw new ApiProblem(
    0,
    'unsure',
    'It is not known whether the file came in. Discard, and look under “Past imports”: what is there can be undone.',
  );
}

const AS_IT_IS: Wish = { decided: {}, asDrafts: false };

/** A file on its way in: opened, looked at, decided about, and then imported. */
export function useImport(): ImportState {
  const [looked, setLooked] = useState<Looked | null>(null);
  const [listed, setListed] = useState<Listed | null>(null);
  const { busy: isBusy, fault, setFault, run } = useBusy();
  const [step, setStep] = useState<ImportStep | null>(null);
  const coming = useRef<{ readonly kept: string; readonly abort: AbortController } | null>(null);
  const look = async (opened: Opened, wish: Wish) =>
    setLooked({ ...opened, ...wish, withFaults: false, plan: await planned(opened, wish) });
  const wishing = (wish: Partial<Wish>) => {
    if (!looked) return;
    const next = { ...looked, ...wish };
    // What was decided stands at once; what follows from it comes after.
    setLooked(next);
    void run(() => look(openedOf(next), wishOf(next)));
  };
  const close = () => {
    setLooked(null);
    setListed(null);
    setFault(undefined);
  };
  return {
    looked,
    listed,
    isBusy,
    fault,
    step,
    async open(file) {
      close();
      await run(async () => {
        const { file: kept, is } = await keep(file);
        if (is === 'list') setListed({ file, kept, is, mapping: null });
        else await look({ file, kept, is }, AS_IT_IS);
      });
    },
    decide: (name, way) => wishing({ decided: { ...looked?.decided, [name]: way } }),
    draft: (asDrafts) => wishing({ asDrafts }),
    allowFaults(withFaults) {
      if (looked) setLooked({ ...looked, withFaults });
    },
    asList() {
      if (looked) setListed({ ...openedOf(looked), mapping: looked.list ?? null });
      setLooked(null);
      setFault(undefined);
    },
    planList(mapping) {
      if (!listed) return;
      setListed({ ...listed, mapping });
      void run(() => look(openedOf(listed), { ...AS_IT_IS, list: mapping }));
    },
    async bringIn() {
      let came: ImportDone | null = null;
      await run(async () => {
        if (!looked) return;
        const { file, kept, plan, withFaults, asDrafts, list, decided: decisions } = looked;
        const abort = new AbortController();
        try {
          came = await withKept(file, kept, (now) => {
            coming.current = { kept: now, abort };
            const body = { file: now, decisions, withFaults, asDrafts, list, seen: plan.seen };
            return cameIn(body, abort.signal, setStep);
          });
        } finally {
          coming.current = null;
          setStep(null);
        }
        close();
      });
      return came;
    },
    stop() {
      const { kept, abort } = coming.current ?? {};
      if (kept === undefined) return;
      // Where the process that answers is not the one that is at work, that one sees that nobody reads on.
      send('DELETE', `${IMPORTS}?file=${kept}`, undefined, anything).catch(() => abort?.abort());
    },
    close,
  };
}

const openedOf = ({ file, kept, is }: Opened): Opened => ({ file, kept, is });
const wishOf = ({ decided, asDrafts, list }: Wish): Wish => ({ decided, asDrafts, list });
