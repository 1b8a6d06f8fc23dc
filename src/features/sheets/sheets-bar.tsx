'use client';

import { Button } from '@chakra-ui/react';
import { Send } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { counted } from '@/core/words';
import { BulkDialog } from '@/features/many/bulk-dialog';
import { bulkKindNames, bulkKinds } from '@/features/many/bulk-forms';
import { BarMenu, LastChange, ManyBar, useLastChange } from '@/features/many/many-bar';
import { MoveMany } from '@/features/many/move-many';
import { type BulkChange } from '@/services/many/bulk-change';
import { type SheetRow } from '@/services/sheets/sheets';
import { sheetMoves, type SheetWay } from './sheet-moves';

const CHANGES = bulkKindNames.filter((kind) => bulkKinds[kind].ofChoices).map((kind) => ({ value: kind, words: bulkKinds[kind].words }));

/** What can be done to the selected sheets, and the last such change to be taken back. */
export function SheetsBar({ sheets, selected, onDone }: { sheets: readonly SheetRow[]; selected: ReadonlySet<string>; onDone: () => void }) {
  const router = useRouter();
  const [what, setWhat] = useState<BulkChange['kind'] | null>(null);
  const [moving, setMoving] = useState<SheetWay | null>(null);
  const lastChange = useLastChange();
  const meant = sheets.filter(({ id }) => selected.has(String(id)));
  return (
    <>
      {meant.length > 0 && (
        <ManyBar label="Selected sheets" count={counted(meant.length, 'sheet')} onSelectNone={onDone}>
          <Button size="sm" variant="outline" onClick={() => setMoving('publish')}>
            <Send size={15} aria-hidden /> Publish
          </Button>
          <BarMenu words="Change" items={CHANGES} onPick={setWhat} />
          <Button size="sm" variant="outline" onClick={() => setMoving('delete')}>
            Delete
          </Button>
        </ManyBar>
      )}
      {meant.length === 0 && <LastChange {...lastChange} />}
      {moving && (
        <MoveMany
          way={moving}
          moves={sheetMoves}
          rows={meant}
          word="sheet"
          onClose={() => {
            setMoving(null);
            router.refresh();
          }}
        />
      )}
      {what && (
        <BulkDialog
          what={what}
          targets={{ products: [], sheets: meant.map(({ id }) => id) }}
          rows={[]}
          sheets={[]}
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
