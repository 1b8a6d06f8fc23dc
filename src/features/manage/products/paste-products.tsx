'use client';

import { Table } from '@chakra-ui/react';
import { useCallback, useEffect, useState } from 'react';
import { z } from 'zod';
import { type ProductLine, readProductList } from '@/core/exchange';
import { counted, NOT_COUNTED_WORDS } from '@/core/words';
import { PasteDialog } from '@/features/editors/fields';
import { send, wordsOf } from '@/features/kit/shared';
import { sayDone, sayFailed } from '@/ui/toasts';
import { Sku } from '@/ui/text';

const skusSchema = z.object({ skus: z.array(z.string()) });
const NONE: readonly string[] = [];

/** The SKUs that are taken, read once for each time that somebody begins. */
function useSkus(open: boolean): readonly string[] {
  const [skus, setSkus] = useState(NONE);
  useEffect(() => {
    if (!open) return;
    send('GET', '/api/manage/products/skus', undefined, skusSchema).then(
      (answer) => setSkus(answer.skus),
      (error: unknown) => sayFailed('It is not known which SKUs are taken', wordsOf(error)),
    );
  }, [open]);
  return skus;
}

const startedSchema = z.object({ started: z.number() });
const COLUMNS = [
  { head: 'Product' },
  { head: 'SKU' },
  { head: 'Price', end: true },
  { head: 'Category' },
  { head: 'On hand', end: true },
  { head: 'Unit cost', end: true },
];

/** Products from a pasted list: each is a draft with what the list says of it. */
export function PasteProducts({
  open,
  onClose,
  onStarted,
}: {
  open: boolean;
  onClose: () => void;
  onStarted: () => void;
}) {
  const skus = useSkus(open);
  const read = useCallback((text: string) => readProductList(text, skus), [skus]);
  const take = async (right: readonly ProductLine[]) => {
    try {
      const { started } = await send(
        'POST',
        '/api/manage/products/list',
        { products: right.flatMap(({ product }) => product ?? []) },
        startedSchema,
      );
      sayDone(`${counted(started, 'product')} started`, 'They are drafts: open one, or change many at once.');
      onStarted();
    } catch (error) {
      sayFailed('Nothing was started', wordsOf(error));
    }
  };
  return (
    <PasteDialog
      open={open}
      title="Paste a list of products"
      help="A line each: name, SKU, price, category, on hand, unit cost, copied from a spreadsheet or parted by semicolons. Only the name must be there. What is not counted is “made to order” or “service”. A first line of headings says another order."
      label="List of products"
      placeholder={'Veil, long; VEIL-L; 18.50; Clothing; 24; 7.25\nSmoker; SMOK; 34; Tools; made to order'}
      read={read}
      faultOf={({ fault }) => fault ?? ''}
      columns={COLUMNS}
      cells={({ product }) => (
        <>
          <Table.Cell fontWeight="600">{product?.title}</Table.Cell>
          <Table.Cell>
            <Sku>{product?.sku}</Sku>
          </Table.Cell>
          <Table.Cell textAlign="end">{product?.price}</Table.Cell>
          <Table.Cell>{product?.category}</Table.Cell>
          <Table.Cell textAlign="end">
            {product?.stock?.onHand ?? (product?.notCounted ? NOT_COUNTED_WORDS[product.notCounted] : '')}
          </Table.Cell>
          <Table.Cell textAlign="end">{product?.stock?.cost}</Table.Cell>
        </>
      )}
      noun="product"
      onClose={onClose}
      onTake={(right) => void take(right)}
    />
  );
}
