'use client';

import { useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { type ListColumn, type ListMapping } from '@/core/supplier-list';
import { send, useBusy } from '@/features/kit/shared';
import { type ListView } from '@/services/importing/supplier-lists';
import { withKept } from '../kept-file';
import { type Listed } from '../use-import';

/** So long after the last key it is looked anew, in milliseconds. */
const PAUSE = 350;

interface SupplierListState {
  readonly view: ListView | null;
  /** what its columns say, as it stands on the page; null until it is there */
  readonly mapping: ListMapping | null;
  /** whether what is shown is of an earlier mapping */
  readonly isBehind: boolean;
  readonly fault: string | undefined;
  change(part: Partial<ListMapping>): void;
  changeColumn(head: string, part: Partial<ListColumn>): void;
}

/** A supplier’s list with what its columns say, looked at anew whenever that is changed. */
export function useSupplierList({ file, kept, mapping: before }: Listed): SupplierListState {
  const [view, setView] = useState<ListView | null>(null);
  const [mapping, setMapping] = useState(before);
  const [isBehind, setBehind] = useState(true);
  const { fault, run } = useBusy();
  const last = useRef(0);
  const look = async (said: ListMapping | null) => {
    const turn = (last.current += 1);
    await run(async () => {
      const seen = await withKept(file, kept, (now) =>
        send('POST', '/api/manage/imports/list', { file: now, mapping: said }, z.custom<ListView>()),
      );
      // Only the last answer counts: somebody may have gone on meanwhile.
      if (turn !== last.current) return;
      setView(seen);
      setMapping(seen.mapping);
      setBehind(false);
    });
  };
  const [asked, setAsked] = useState<{ readonly said: ListMapping | null; readonly at: number }>({
    said: before,
    at: 0,
  });
  useEffect(() => {
    const timer = setTimeout(() => void look(asked.said), asked.at === 0 ? 0 : PAUSE);
    return () => clearTimeout(timer);
    // It is asked once for each change.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [asked]);
  const change = (part: Partial<ListMapping>) => {
    if (!mapping) return;
    const next = { ...mapping, ...part };
    // An answer on its way is of what was before.
    last.current += 1;
    setMapping(next);
    setBehind(true);
    setAsked(({ at }) => ({ said: next, at: at + 1 }));
  };
  return {
    view,
    mapping,
    isBehind,
    fault,
    change,
    changeColumn(head, part) {
      if (!mapping) return;
      const { use } = part;
      change({
        columns: mapping.columns.map((column) => {
          if (column.head === head) return { ...column, ...part };
          // Nothing but a choice can be in two columns.
          const isTaken = use !== undefined && use !== 'none' && use !== 'choice' && column.use === use;
          return isTaken ? { ...column, use: 'none' } : column;
        }),
      });
    },
  };
}
