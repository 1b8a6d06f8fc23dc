'use client';

import { useState } from 'react';
import { z } from 'zod';
import { type EntryLine, readEntryList, withEntries } from '@/core/exchange';
import { counted } from '@/core/words';
import { useUnsaved } from '@/features/editors/fields';
import { send, useQuestion, wordsOf } from '@/features/kit/shared';
import { sayDone } from '@/ui/toasts';
import { type EntryKind } from '@/core/exchange';
import { type SeenLine } from '@/services/stock/entering/judge-lines';
import { type SeenEntries } from '@/services/stock/entering/many';

/** A line with what tells it from others that say the same. */
export interface NumberedLine extends EntryLine {
  readonly id: number;
  /** the delivery on its way that it is; null for none; absent for the soonest, as long as nobody says */
  readonly expected?: number | null;
}

interface Typed {
  readonly lines: readonly NumberedLine[];
  readonly reason: string;
}

const NOTHING: Typed = { lines: [], reason: '' };

/** Letters that come close together are asked about at once, in milliseconds. */
const TOGETHER = 150;

const seenSchema = z.custom<SeenEntries>((answer) => typeof answer === 'object' && answer !== null);

interface Looked {
  readonly asked: string | null;
  readonly byId: ReadonlyMap<number, { readonly code: string; readonly seen: SeenLine }>;
  readonly currency: string;
  readonly fault: string | null;
}

/** A line as it is sent. @param seen what is known of it: the soonest delivery on its way is what came, unless said */
export const sentLine = ({ code, quantity, lot, unitCost, expected }: NumberedLine, seen: SeenLine | null) => ({
  code,
  quantity,
  lot,
  unitCost,
  expected: expected === undefined ? (seen?.expected[0]?.id ?? null) : expected,
});

/** The lines of a delivery or a count while they are typed, with what the server says of each. */
export function useEntries(kind: EntryKind) {
  const { value, edit, reset } = useUnsaved<Typed>(`${kind} lines`, NOTHING);
  const { lines } = value;
  const looked = useLook(kind, lines);
  const newest = Math.max(0, ...lines.map(({ id }) => id));
  const change = (next: readonly NumberedLine[]) => edit({ ...value, lines: next });
  return {
    ...value,
    ...looked,
    /** adds what was typed, scanned or pasted. @returns the line that was added last, or that became more */
    add: (text: string): NumberedLine | undefined => {
      let id = newest;
      const added = withEntries(lines, readEntryList(text, kind), (line): NumberedLine => ({ ...line, id: (id += 1) }));
      change(added.lines);
      return added.last;
    },
    /** adds a stock item of which nobody has said how much. @returns the number of its line */
    addItem: (title: string): number => {
      change([...lines, { id: newest + 1, code: title, quantity: '', lot: '', unitCost: '' }]);
      return newest + 1;
    },
    set: (id: number, said: Partial<NumberedLine>) =>
      change(lines.map((line) => (line.id === id ? { ...line, ...said } : line))),
    say: (next: string) => edit({ lines, reason: next }),
    /** takes lines out, all of them or one, and offers to bring them back */
    remove: (id?: number) => {
      const left = id === undefined ? [] : lines.filter((line) => line.id !== id);
      edit(left.length > 0 ? { ...value, lines: left } : NOTHING);
      const gone = lines.length - left.length;
      sayDone(`${counted(gone, 'line')} removed`, undefined, { label: 'Undo', run: () => edit(value) });
    },
    /** begins anew: they have been entered */
    reset,
  };
}

/** What the server says of lines; of each the last it said of its code, until it says more. */
function useLook(kind: EntryKind, lines: readonly NumberedLine[]) {
  const [looked, setLooked] = useState<Looked>({ asked: null, byId: new Map(), currency: 'EUR', fault: null });
  const seenOf = ({ id, code }: NumberedLine): SeenLine | null => {
    const known = looked.byId.get(id);
    return known?.code === code ? known.seen : null;
  };
  // What is on its way is known once it was looked: then it is looked again, with what comes by that.
  const question =
    lines.length === 0
      ? null
      : JSON.stringify({
          kind,
          lines: lines.map((line) => sentLine(line, seenOf(line))),
        });
  useQuestion(question === looked.asked ? null : question, TOGETHER, (asked, signal) => {
    send('POST', '/api/manage/stock-entries/look', JSON.parse(asked), seenSchema, signal).then(
      (answer) =>
        setLooked({
          asked,
          currency: answer.currency,
          fault: null,
          byId: new Map(
            lines.flatMap(({ id, code }, place) => {
              const seen = answer.lines[place];
              return seen ? [[id, { code, seen }] as const] : [];
            }),
          ),
        }),
      (error: unknown) => {
        if (!signal.aborted) setLooked((before) => ({ ...before, asked, fault: wordsOf(error) }));
      },
    );
  });
  return {
    /** null while nothing is known of a line as it is */
    seenOf,
    isLooking: question !== looked.asked,
    lookFault: looked.fault,
    currency: looked.currency,
  };
}
