'use client';

import { Button, HStack, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { type OneOfChoice } from '@/core/catalog';
import { counted } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { anything, send, useBusy } from '@/features/kit/shared';
import { TypedInput } from '@/ui/field';
import { sayDone, sayFailed } from '@/ui/toasts';
import { variantIndex } from './combinations';
import { useCountedVariants, useUnbookedCounts } from './unbooked-counts';
import { useNewItems } from './use-stock-items';

/** Counts that wait to be booked: stock is a ledger, and an entry in it says why. */
export function CountsBar({ stocked }: { stocked: readonly OneOfChoice[] }) {
  const { change, reloadStock } = useEditing();
  const { setCounts } = useUnbookedCounts();
  const changed = useCountedVariants(stocked);
  const drop = () => setCounts(new Map());
  const newItems = useNewItems(stocked);
  const [reason, setReason] = useState('');
  const { busy, run } = useBusy();
  if (changed.length === 0) return null;
  const book = async () => {
    await run(
      async () => {
        const items = await newItems(
          changed.filter(({ variant }) => variant.stock === null).map(({ variant }) => variant),
        );
        const keyOf = (variant: (typeof changed)[number]['variant']) =>
          variant.stock ?? items.find((item) => item.variant === variant)?.key ?? '';
        await send(
          'POST',
          '/api/manage/stock/batch',
          {
            create: items.map(({ key, title }) => ({ key, title, unit: '1' })),
            entries: changed.map(({ variant, count }) => ({
              key: keyOf(variant),
              kind: 'adjustment',
              quantity: count,
            })),
            reason: reason.trim() || 'Counted',
          },
          anything,
        );
        await reloadStock(items.map(({ key }) => key));
        change('stock items of counted variants', (draft) => {
          for (const { variant, key } of items) {
            const target = draft.variants[variantIndex(draft, variant.options, stocked)];
            if (target) target.stock = key;
          }
        });
        sayDone(`${counted(changed.length, 'count')} posted`);
        drop();
      },
      { tell: (words) => sayFailed('Nothing was posted', words) },
    );
  };
  return (
    <HStack
      bg="copper.subtle"
      borderRadius="l2"
      px="3"
      py="2"
      gap="3"
      wrap="wrap"
      role="region"
      aria-label="Counts to book"
    >
      <Text fontWeight="600">{counted(changed.length, 'count')} not posted yet</Text>
      <TypedInput
        aria-label="Why"
        size="sm"
        w="200px"
        placeholder="Counted"
        maxLength={200}
        value={reason}
        onChange={setReason}
      />
      <Button size="sm" loading={busy} onClick={() => void book()}>
        Post {counted(changed.length, 'count')}
      </Button>
      <Button size="sm" variant="ghost" colorPalette="ink" onClick={drop}>
        Discard
      </Button>
    </HStack>
  );
}
