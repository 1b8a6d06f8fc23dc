'use client';

import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import { counted } from '@/core/words';
import { wordsOf } from '@/features/kit/shared';
import { sayFailed } from '@/ui/toasts';
import { BulkDialog } from './bulk-dialog';
import { type BulkFormProps } from './bulk-form';
import { type FormKind } from './bulk-forms';
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
  /** how what has been changed is published right after; absent where that is done elsewhere */
  publishing?: { readonly way: Way; again(ids: readonly number[]): Promise<readonly Row[]> };
  onDone: () => void;
  /** what can be pressed */
  children: (does: { change: (kind: FormKind) => void; move: (way: Way) => void }) => ReactNode;
}

/** What can be done to what is selected in a list of drafts, and the last such change to be taken back. */
export function ManyChanges<Row extends Movable, Way extends string>({
  meant,
  word,
  moves,
  publishing,
  targets,
  categories,
  sheets,
  onDone,
  children,
}: Props<Row, Way>) {
  const router = useRouter();
  const [what, setWhat] = useState<FormKind | null>(null);
  const [moving, setMoving] = useState<{ readonly way: Way; readonly rows: readonly Row[] } | null>(null);
  const lastChange = useLastChange();
  const publish = (ids: readonly number[]) =>
    publishing?.again(ids).then(
      (rows) => setMoving({ way: publishing.way, rows }),
      (error: unknown) => sayFailed('They could not be looked at to be published', wordsOf(error)),
    );
  return (
    <>
      {meant.length > 0 && (
        <ManyBar label={`Selected ${word}s`} count={counted(meant.length, word)} onSelectNone={onDone}>
          {children({ change: setWhat, move: (way) => setMoving({ way, rows: meant }) })}
        </ManyBar>
      )}
      {meant.length === 0 && <LastChange {...lastChange} />}
      {moving && (
        <MoveMany
          way={moving.way}
          moves={moves}
          rows={moving.rows}
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
          mayPublish={publishing !== undefined}
          onApplied={(published) => {
            setWhat(null);
            if (published) void publish(published);
            else onDone();
            lastChange.read();
            router.refresh();
          }}
        />
      )}
    </>
  );
}
