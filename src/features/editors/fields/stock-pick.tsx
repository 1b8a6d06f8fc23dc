'use client';

import { useMemo, useState } from 'react';
import { NewStockItemDialog } from '@/features/editors/fields/new-stock-item-dialog';
import { PickField, SearchField } from '@/ui/search-field';
import { useEditing } from '@/features/editors/frame';
import { likelyStock } from './likely-stock';

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
  const findings = useMemo(
    () =>
      likelyStock(
        product,
        stock.filter(({ key, archived }) => !archived && !without?.includes(key)),
        name,
      ),
    [product, stock, without, name],
  );
  const pick = (key: string) => onPick(key, stock.find((item) => item.key === key)?.unit ?? '1');
  const dialog = (
    <NewStockItemDialog
      open={making !== null}
      title={making ?? ''}
      onClose={() => setMaking(null)}
      onCreated={(created) => {
        setMaking(null);
        void reloadStock().then(() => onPick(created.key, created.unit));
      }}
    />
  );
  return {
    findings,
    pick,
    making: { words: 'New stock item …', onMake: (typed: string) => setMaking(typed.trim() || name) },
    dialog,
  };
}

/** Takes one more stock item, found by typing or made on the way. */
export function AddStockItem({ label, hideLabel, width, ...rest }: Props) {
  const { findings, pick, making, dialog } = useStockPick(rest);
  return (
    <>
      <SearchField
        label={label}
        hideLabel={hideLabel}
        width={width}
        placeholder="Draws from stock …"
        findings={findings}
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
  const { findings, pick, making, dialog } = useStockPick(rest);
  return (
    <>
      <PickField
        label={label}
        hideLabel={hideLabel}
        width={width}
        small={small}
        fault={fault}
        findings={findings}
        picked={picked}
        making={making}
        onPick={pick}
      />
      {dialog}
    </>
  );
}
