'use client';

import { useCallback, useState } from 'react';
import { NewStockItemDialog } from '@/features/editors/fields/new-stock-item-dialog';
import { askStock, wordsOf } from '@/features/kit/shared';
import { type Finding, PickField, SearchField } from '@/ui/search-field';
import { sayFailed } from '@/ui/toasts';
import { useSteady } from '@/ui/use-steady';
import { useEditing } from '@/features/editors/frame';

interface Props {
  label: string;
  /** what takes from stock: an option, a variant, the product; a new stock item is called after it */
  name: string;
  /** stock items that can't be picked again */
  without?: readonly string[];
  onPick: (key: string, unit: string) => void;
  hideLabel?: boolean;
  width?: string;
}

function useStockPick({ name, without, onPick }: Pick<Props, 'name' | 'without' | 'onPick'>) {
  const { product, stock, reloadStock } = useEditing();
  const [making, setMaking] = useState<string | null>(null);
  const about = `${product.title} ${product.sku}`;
  const left = without?.join(' ') ?? '';
  const ask = useCallback(
    async (words: string): Promise<readonly Finding[]> => {
      const out = new Set(left.split(' '));
      return (await askStock(words, { name, product: about })).filter(({ value }) => !out.has(value));
    },
    [name, about, left],
  );
  const newest = useSteady({ onPick });
  // What it is counted in, and how much there is, is fetched before it is taken; what is edited meanwhile stays.
  const take = (key: string, unit?: string) =>
    void reloadStock([key]).then(
      (known) => newest.onPick(key, unit ?? known.find((item) => item.key === key)?.unit ?? '1'),
      (error: unknown) => sayFailed('The stock item could not be taken', wordsOf(error)),
    );
  const pick = (key: string) => {
    const known = stock.find((item) => item.key === key);
    if (known || key === '') onPick(key, known?.unit ?? '1');
    else take(key);
  };
  const dialog = (
    <NewStockItemDialog
      open={making !== null}
      title={making ?? ''}
      onClose={() => setMaking(null)}
      onCreated={(created) => {
        setMaking(null);
        take(created.key, created.unit);
      }}
    />
  );
  return {
    ask,
    pick,
    titleOf: (key: string) => stock.find((item) => item.key === key)?.title,
    making: { words: 'New stock item …', onMake: (typed: string) => setMaking(typed.trim() || name) },
    dialog,
  };
}

/** Takes one more stock item, found by typing or made on the way. */
export function AddStockItem({ label, hideLabel, width, ...rest }: Props) {
  const { ask, pick, making, dialog } = useStockPick(rest);
  return (
    <>
      <SearchField
        label={label}
        hideLabel={hideLabel}
        width={width}
        placeholder="Draws from stock …"
        onAsk={ask}
        making={making}
        onPick={pick}
      />
      {dialog}
    </>
  );
}

/** The stock item that something takes, found by typing or made on the way. */
export function StockPick({
  label,
  hideLabel,
  width,
  picked,
  fault,
  small,
  ...rest
}: Props & { picked: string; fault?: string; small?: boolean }) {
  const { ask, pick, titleOf, making, dialog } = useStockPick(rest);
  return (
    <>
      <PickField
        label={label}
        hideLabel={hideLabel}
        width={width}
        small={small}
        fault={fault}
        onAsk={ask}
        picked={picked}
        pickedLabel={titleOf(picked)}
        making={making}
        onPick={pick}
      />
      {dialog}
    </>
  );
}
