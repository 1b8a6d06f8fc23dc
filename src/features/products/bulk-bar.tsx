'use client';

import { Button, HStack, Menu, Portal, Text } from '@chakra-ui/react';
import { ChevronDown, Send, Undo2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { send, wordsOf } from '@/features/shared/api';
import { type BulkChange } from '@/services/products/bulk-change';
import { type ProductRow } from '@/services/products/list';
import { sayDone, sayFailed } from '@/ui/toasts';
import { BulkDialog } from './bulk-dialog';
import { bulkKinds, type SheetName } from './bulk-forms';
import { MoveMany, type Way } from './move-many';

interface Props {
  rows: readonly ProductRow[];
  selected: ReadonlySet<string>;
  sheets: readonly SheetName[];
  onDone: () => void;
}

const appliedSchema = z.object({ id: z.number(), words: z.string(), changed: z.number() });
const lastSchema = z.object({ last: appliedSchema.extend({ at: z.number() }).nullable() });
const undoneSchema = z.object({ restored: z.number(), kept: z.array(z.string()) });

/** All but what has a button of its own. */
const CHANGES = (Object.keys(bulkKinds) as BulkChange['kind'][]).filter((kind) => kind !== 'prices');

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
  const [last, setLast] = useState<z.infer<typeof lastSchema>['last']>(null);
  const readLast = useCallback(() => {
    send('GET', '/api/manage/bulk', undefined, lastSchema).then(
      (answer) => setLast(answer.last),
      () => undefined,
    );
  }, []);
  useEffect(readLast, [readLast]);
  const undo = async () => {
    if (!last) return;
    try {
      const { restored, kept } = await send('DELETE', `/api/manage/bulk/${last.id}`, undefined, undoneSchema);
      sayDone(`${counted(restored, 'product')} as before`, kept.length > 0 ? `Changed since, and left as they are: ${kept.join(', ')}.` : undefined);
      readLast();
      router.refresh();
    } catch (error) {
      sayFailed('Not taken back', wordsOf(error));
    }
  };
  const ids = rows.filter(({ id }) => selected.has(String(id))).map(({ id }) => id);
  return (
    <>
      {ids.length > 0 && (
        <HStack as="section" aria-label="Selected products" bg="copper.subtle" borderRadius="l2" px="3" py="2" mb="3" gap="3" wrap="wrap">
          <Text fontWeight="600">{counted(ids.length, 'product')} selected:</Text>
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
          <Button size="sm" variant="ghost" colorPalette="ink" onClick={onDone}>
            Select none
          </Button>
        </HStack>
      )}
      {last && ids.length === 0 && (
        <HStack fontSize="sm" color="fg.muted" mb="3" gap="2">
          <Text>
            Last change of many: {last.words}, {counted(last.changed, 'product')}.
          </Text>
          <Button size="xs" variant="outline" colorPalette="ink" onClick={() => void undo()}>
            <Undo2 size={13} aria-hidden /> Take it back
          </Button>
        </HStack>
      )}
      {moving && (
        <MoveMany
          way={moving}
          products={rows.filter(({ id }) => selected.has(String(id)))}
          onClose={() => {
            setMoving(null);
            router.refresh();
          }}
        />
      )}
      {what && (
        <BulkDialog
          what={what}
          ids={ids}
          rows={rows}
          sheets={sheets}
          onClose={() => setWhat(null)}
          onApplied={() => {
            setWhat(null);
            onDone();
            readLast();
            router.refresh();
          }}
        />
      )}
    </>
  );
}

interface BarMenuProps<V extends string> {
  words: string;
  items: readonly { readonly value: V; readonly words: string; readonly disabled?: boolean }[];
  onPick: (value: V) => void;
}

/** A button of the bar that unfolds into several things to do. */
function BarMenu<V extends string>({ words, items, onPick }: BarMenuProps<V>) {
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <Button size="sm" variant="outline">
          {words} <ChevronDown size={15} aria-hidden />
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {items.map((item) => (
              <Menu.Item key={item.value} value={item.value} disabled={item.disabled} onClick={() => onPick(item.value)}>
                {item.words}
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
