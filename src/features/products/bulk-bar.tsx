'use client';

import { Button } from '@chakra-ui/react';
import { Send } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { counted } from '@/core/words';
import { BulkDialog } from '@/features/many/bulk-dialog';
import { type SheetName } from '@/features/many/bulk-form';
import { bulkKindNames, bulkKinds } from '@/features/many/bulk-forms';
import { BarMenu, LastChange, ManyBar, useLastChange } from '@/features/many/many-bar';
import { MoveMany } from '@/features/many/move-many';
import { type BulkChange } from '@/services/many/bulk-change';
import { type ProductRow } from '@/services/products/list';
import { productMoves, type Way } from './product-moves';

interface Props {
  rows: readonly ProductRow[];
  selected: ReadonlySet<string>;
  sheets: readonly SheetName[];
  onDone: () => void;
}

/** All but what has a button of its own. */
const CHANGES = bulkKindNames.filter((kind) => kind !== 'prices');

const PUT_AWAY = [
  { value: 'archive', words: 'Archive' },
  { value: 'takeOut', words: 'Take out of the archive' },
  { value: 'delete', words: 'Delete' },
] as const;

/** What can be done to the selected products, and the last such change to be taken back. */
export function BulkBar({ rows, selected, sheets, onDone }: Props) {
  const router = useRouter();
  const [what, setWhat] = useState<BulkChange['kind'] | null>(null);
  const [moving, setMoving] = useState<Way | null>(null);
  const lastChange = useLastChange();
  const meant = rows.filter(({ id }) => selected.has(String(id)));
  return (
    <>
      {meant.length > 0 && (
        <ManyBar label="Selected products" count={counted(meant.length, 'product')} onSelectNone={onDone}>
          <Button size="sm" variant="outline" onClick={() => setMoving('publish')}>
            <Send size={15} aria-hidden /> Publish
          </Button>
          <Button size="sm" variant="outline" onClick={() => setMoving('withdraw')}>
            Take out of the shop
          </Button>
          <Button size="sm" variant="outline" onClick={() => setWhat('prices')}>
            {bulkKinds.prices.words}
          </Button>
          <BarMenu words="Change" items={CHANGES.map((kind) => ({ value: kind, words: bulkKinds[kind].words, disabled: sheets.length === 0 && (kind === 'placeSheet' || kind === 'takeOffSheet') }))} onPick={setWhat} />
          <BarMenu words="Put away" items={PUT_AWAY} onPick={setMoving} />
        </ManyBar>
      )}
      {meant.length === 0 && <LastChange {...lastChange} />}
      {moving && (
        <MoveMany
          way={moving}
          moves={productMoves}
          rows={meant}
          word="product"
          onClose={() => {
            setMoving(null);
            router.refresh();
          }}
        />
      )}
      {what && (
        <BulkDialog
          what={what}
          targets={{ products: meant.map(({ id }) => id), sheets: [] }}
          rows={rows}
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
