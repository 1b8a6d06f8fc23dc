'use client';

import { Button } from '@chakra-ui/react';
import { type OneOfChoice } from '@/core/catalog';
import { counted } from '@/core/words';
import { useEditing } from '@/features/editors/frame';
import { anything, send, useBusy } from '@/features/kit/shared';
import { sayDone, sayFailed } from '@/ui/toasts';
import { variantIndex } from './combinations';
import { useNewItems } from './use-stock-items';

/** Makes a stock item, with nothing in it yet, for every variant that has none. */
export function CreateMissingStock({
  stocked,
  isSmall = false,
}: {
  stocked: readonly OneOfChoice[];
  isSmall?: boolean;
}) {
  const { product, change, reloadStock } = useEditing();
  const newItems = useNewItems(stocked);
  const { busy, run } = useBusy();
  const without = product.variants.filter((variant) => variant.stock === null);
  if (without.length === 0) return null;
  const create = async () => {
    await run(
      async () => {
        const items = await newItems(without);
        await send(
          'POST',
          '/api/manage/stock/batch',
          { create: items.map(({ key, title }) => ({ key, title, unit: '1' })), reason: 'New variants' },
          anything,
        );
        await reloadStock(items.map(({ key }) => key));
        change('stock items for variants', (draft) => {
          for (const { variant, key } of items) {
            const target = draft.variants[variantIndex(draft, variant.options, stocked)];
            if (target) target.stock = key;
          }
        });
        sayDone(
          `${counted(items.length, 'stock item')} created`,
          'Nothing is in them yet: count them here, or take in a delivery.',
        );
      },
      { tell: (words) => sayFailed('No stock item was created', words) },
    );
  };
  return (
    <Button
      {...(isSmall ? { size: '2xs', variant: 'subtle', colorPalette: 'copper' } : { size: 'sm', variant: 'outline' })}
      loading={busy}
      onClick={() => void create()}
    >
      Create {counted(without.length, 'stock item')}
    </Button>
  );
}
