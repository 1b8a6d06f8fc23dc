'use client';

import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { counted } from '@/core/words';
import { type BulkChange } from '@/services/many/bulk-change';
import { BulkDialog } from './bulk-dialog';
import { type BulkFormProps } from './bulk-form';
import { LastChange, ManyBar, useLastChange } from './many-bar';
import { type Movable, type Move, MoveMany } from './move-many';

interface Props<Row extends Movable, Way extends string> extends Pick<
  BulkFormProps,
  'targets' | 'categories' | 'sheets'
> {
  /** those that are selected */
  meant: readonly Row[];
  /** what one of them is called */
  word: string;
  moves: Readonly<Record<Way, Move<Row, Way>>>;
  onDone: () => void;
  /** what can be pressed */
  children: (does: { change: (kind: BulkChange['kind']) => void; move: (way: Way) => void }) => ReactNode;
}

/** What can be done to what is selected in a list of drafts, and the last such change to be taken back. */
export function ManyChanges<Row extends Movable, Way extends string>({
  meant,
  word,
  moves,
  targets,
  categories,
  sheets,
  onDone,
  children,
}: Props<Row, Way>) {
  const router = useRouter();
  const [what, setWhat] = useState<BulkChange['kind'] | null>(null);
  const [moving, setMoving] = useState<Way | null>(null);
  const lastChange = useLastChange();
  return (
    <>
      {meant.length > 0 && (
        <ManyBar label={`Selected ${word}s`} count={counted(meant.length, word)} onSelectNone={onDone}>
          {children({ change: setWhat, move: setMoving })}
        </ManyBar>
      )}
      {meant.length === 0 && <LastChange {...lastChange} />}
      {moving && (
        <MoveMany
          way={moving}
          moves={moves}
          rows={meant}
          word={word}
          onClose={() => {
            setMoving(null);
            router.refresh();
          }}
        />
      )}
      {what && (
        <BulkDialog
          what={what}
          targets={targets}
          categories={categories}
          sheets={sheets}
          onClose={() => setWhat(null)}
          onApplied={() => {
            setWhat(null);
            onDone();
            lastChange.read();
            router.refresh();
          }}
        />
      )}
    </>
  );
}
