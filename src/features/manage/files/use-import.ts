'use client';

import { useState } from 'react';
import { z } from 'zod';
import { type ClashWay, type Decisions } from '@/core/compared';
import { type ListMapping } from '@/core/supplier-list';
import { send, useBusy } from '@/features/kit/shared';
import { type ImportDone } from '@/services/importing/apply';
import { type KeptFile, type PlanView } from '@/services/importing/opened';
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
  close(): void;
}

const planned = ({ file, kept }: Opened, { decided: decisions, asDrafts, list }: Wish) =>
  withKept(file, kept, (now) =>
    send('POST', '/api/manage/imports/plan', { file: now, decisions, asDrafts, list }, z.custom<PlanView>()),
  );

const AS_IT_IS: Wish = { decided: {}, asDrafts: false };

/** A file on its way in: opened, looked at, decided about, and then imported. */
export function useImport(): ImportState {
  const [looked, setLooked] = useState<Looked | null>(null);
  const [listed, setListed] = useState<Listed | null>(null);
  const { busy: isBusy, fault, setFault, run } = useBusy();
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
        came = await withKept(file, kept, (now) =>
          send(
            'POST',
            '/api/manage/imports',
            { file: now, decisions, withFaults, asDrafts, list, seen: plan.seen },
            z.custom<ImportDone>(),
          ),
        );
        close();
      });
      return came;
    },
    close,
  };
}

const openedOf = ({ file, kept, is }: Opened): Opened => ({ file, kept, is });
const wishOf = ({ decided, asDrafts, list }: Wish): Wish => ({ decided, asDrafts, list });
