'use client';

import { Table } from '@chakra-ui/react';
import { useCallback, useMemo, useState } from 'react';
import { z } from 'zod';
import { type KnownSkus, type PartLine, readPartsList, skusInPartsList } from '@/core/exchange';
import { useEditing } from '@/features/editors/frame';
import { PasteDialog, takenKeys } from '@/features/editors/fields';
import { send, useAnswer } from '@/features/kit/shared';
import { Sku } from '@/ui/text';

const COLUMNS = [{ head: 'Product' }, { head: 'SKU' }, { head: 'Quantity', end: true }];

const knownSchema = z.object({
  found: z.array(z.object({ slug: z.string(), title: z.string(), sku: z.string() })),
  meant: z.record(z.string(), z.string()),
});

const NOTHING_KNOWN: KnownSkus = { products: [], meant: {} };

const askSkus = async (skus: string, signal: AbortSignal): Promise<KnownSkus> => {
  const asked = { skus: JSON.parse(skus) as string[] };
  const { found, meant } = await send('POST', '/api/manage/in-shop/skus', asked, knownSchema, signal);
  return { products: found, meant };
};

/** What the server knows of the SKUs in a text, once it is there; null until then. */
function useKnownSkus(text: string): KnownSkus | null {
  const asked = useMemo(() => JSON.stringify(skusInPartsList(text)), [text]);
  const isNothing = asked === '[]';
  const here = useAnswer(isNothing ? null : asked, askSkus, 'The list could not be read');
  return isNothing ? NOTHING_KNOWN : here;
}

/** Parts from a pasted list: SKU and quantity, as a spreadsheet has them. */
export function PasteParts({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { product, bringAlong, change } = useEditing();
  const [text, setText] = useState('');
  const known = useKnownSkus(text);
  const read = useCallback(
    (typed: string) =>
      known
        ? readPartsList(
            typed,
            { ...known, products: known.products.filter(({ slug }) => slug !== product.slug) },
            takenKeys(product),
          )
        : [],
    [known, product],
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
      onText={setText}
      isReading={known === null}
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
