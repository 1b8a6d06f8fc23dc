'use client';

import { Button } from '@chakra-ui/react';
import { useState } from 'react';
import { type Alike } from '@/core/judge';
import { likelyDraw, NewStockItemDialog } from '@/features/editors/fields';
import { useEditing } from '@/features/editors/frame';
import { wordsOf } from '@/features/kit/shared';
import { sayFailed } from '@/ui/toasts';
import { CreateMissingStock } from './variants/create-missing-stock';
import { useMissingVariants } from './variants/missing-variants';
import { useStockedChoices } from './variants/unbooked-counts';

/**
 * Counts what takes nothing from stock yet, right where readiness says so: the product, or all its variants, which are
 * made there, too.
 */
export function countIt([first]: Alike) {
  if (first.code === 'noVariants') return <AddVariants />;
  if (first.code !== 'drawsNothing') return null;
  if (first.path[0] === 'variants') return <CountVariants />;
  return first.path[0] === 'draws' ? <CountProduct /> : null;
}

function CountVariants() {
  return <CreateMissingStock stocked={useStockedChoices()} isSmall />;
}

function AddVariants() {
  const { missing, addAll } = useMissingVariants();
  if (missing.length === 0) return null;
  return (
    <Button size="2xs" variant="subtle" colorPalette="copper" onClick={addAll}>
      Add all {missing.length} combinations
    </Button>
  );
}

function CountProduct() {
  const { product, change, reloadStock } = useEditing();
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="2xs" variant="subtle" colorPalette="copper" onClick={() => setOpen(true)}>
        Count it …
      </Button>
      <NewStockItemDialog
        open={open}
        title={product.title}
        onClose={() => setOpen(false)}
        onCreated={({ key, unit }) => {
          setOpen(false);
          reloadStock([key]).then(
            () => change('count it', (draft) => void draft.draws.push(likelyDraw(draft, key, unit))),
            (error: unknown) => sayFailed('The stock item could not be taken', wordsOf(error)),
          );
        }}
      />
    </>
  );
}
