'use client';

import { Table } from '@chakra-ui/react';
import { useCallback } from 'react';
import { type PartLine, readPartsList } from '@/core/exchange';
import { useEditing } from '@/features/editors/frame';
import { PasteDialog, takenKeys } from '@/features/editors/fields';
import { Sku } from '@/ui/text';

const COLUMNS = [{ head: 'Product' }, { head: 'SKU' }, { head: 'Quantity', end: true }];

/** Parts from a pasted list: SKU and quantity, as a spreadsheet has them. */
export function PasteParts({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { product, inShop, bringAlong, change } = useEditing();
  const read = useCallback(
    (text: string) =>
      readPartsList(
        text,
        inShop.filter(({ slug }) => slug !== product.slug),
        takenKeys(product),
      ),
    [inShop, product],
  );
  const take = async (right: readonly PartLine[]) => {
    await Promise.all([...new Set(right.flatMap(({ product: meant }) => meant?.slug ?? []))].map(bringAlong));
    change('paste parts', (draft) => void draft.parts.push(...right.flatMap(({ part }) => part ?? [])));
  };
  return (
    <PasteDialog
      open={open}
      title="Paste a parts list"
      help="A line each: SKU and quantity, copied from a spreadsheet or parted by semicolons or commas. Without a quantity it is one. A first line of headings says another order."
      label="Parts list"
      placeholder={'SMOK; 1\nFRAME; 10'}
      read={read}
      faultOf={({ fault }) => fault ?? ''}
      columns={COLUMNS}
      cells={({ part, product: meant }) => (
        <>
          <Table.Cell fontWeight="600">{meant?.title}</Table.Cell>
          <Table.Cell>
            <Sku>{meant?.sku}</Sku>
          </Table.Cell>
          <Table.Cell textAlign="end">{part?.quantity.usual}</Table.Cell>
        </>
      )}
      noun="part"
      onClose={onClose}
      onTake={(right) => void take(right)}
    />
  );
}
