'use client';

import { chakra } from '@chakra-ui/react';
import { useCallback, useMemo, useState } from 'react';
import { z } from 'zod';
import { type PriceList } from '@/core/catalog';
import { cellsThatChange, type PriceCell, priceIn } from '@/core/exchange';
import { PasteDialog } from '@/features/editors/fields';
import { send, useAnswer } from '@/features/kit/shared';

interface Props {
  open: boolean;
  lists: readonly PriceList[];
  onClose: () => void;
  onTake: (cells: readonly PriceCell[]) => void;
}

const askPasted = (question: string, signal: AbortSignal) =>
  send('POST', '/api/manage/price-lists/table', JSON.parse(question), z.custom<PriceCell[]>(), signal);

/** What a pasted table says, once the server has read it; null until then. */
function usePasted(text: string, lists: readonly PriceList[]): readonly PriceCell[] | null {
  const asked = useMemo(
    () => JSON.stringify({ text, lists: lists.map(({ key, title }) => ({ key, title })) }),
    [text, lists],
  );
  const isNothing = text.trim() === '';
  const here = useAnswer(isNothing ? null : asked, askPasted, 'The table could not be read');
  return isNothing ? NOTHING : here;
}

const NOTHING: readonly PriceCell[] = [];

/** Prices from a pasted table: what of them is another than before is shown, and then taken. */
export function PastePrices({ open, lists, onClose, onTake }: Props) {
  const [text, setText] = useState('');
  const pasted = usePasted(text, lists);
  const read = useCallback(() => cellsThatChange(pasted ?? NOTHING, lists), [pasted, lists]);
  const byKey = new Map(lists.map((list) => [list.key, list]));
  return (
    <PasteDialog
      open={open}
      title="Paste prices"
      help="A table as “Copy table” gives it: the first line says which column is which. Empty cells name no price; columns that are missing stay as they are."
      label="Table of prices"
      placeholder={'Product\tOf\tTrade\nhoney-jar\t\t0.85'}
      read={read}
      onText={setText}
      isReading={pasted === null}
      faultOf={({ fault }) => fault}
      columns={[{ head: 'What' }, { head: 'List' }, { head: 'Now', end: true }, { head: 'New', end: true }]}
      cells={(cell) =>
        [
          cell.title,
          byKey.get(cell.list)?.title ?? '',
          priceIn(byKey.get(cell.list)?.prices ?? [], cell.product, cell.thing) ?? 'none',
          cell.price ?? 'none',
        ].map((said, place) => (
          <PastedCell key={place} end={place > 1}>
            {said}
          </PastedCell>
        ))
      }
      noun="price"
      onClose={onClose}
      onTake={onTake}
    />
  );
}

function PastedCell({ end, children }: { end: boolean; children: string }) {
  return (
    <chakra.td px="2" py="1" textAlign={end ? 'end' : 'start'}>
      {children}
    </chakra.td>
  );
}
