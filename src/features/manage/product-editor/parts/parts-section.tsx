'use client';

import { Box, Button } from '@chakra-ui/react';
import { ClipboardPaste } from 'lucide-react';
import { useState } from 'react';
import { freeKey, partSchema } from '@/core/catalog';
import { Section, useEditing, useFaultAt } from '@/features/editors/frame';
import { moveEntry, Sortable } from '@/ui/sortable';
import { Tick } from '@/ui/tick';
import { SearchField } from '@/ui/search-field';
import { EmptyPlace } from '@/ui/text';
import { takenKeys, useProductFinder, useProductPick } from '@/features/editors/fields';
import { PartCard } from './part-card';
import { PartsPriceFields } from './parts-price-fields';
import { PasteParts } from './paste-parts';

/** What the product is put together from, and what that makes of its price. */
export function PartsSection() {
  const { product, change } = useEditing();
  const find = useProductFinder();
  const [pasting, setPasting] = useState(false);
  const tooMuch = useFaultAt('parts');
  const add = useProductPick((slug, brought) =>
    change(
      `add part ${slug}`,
      (draft) =>
        void draft.parts.push(
          partSchema.parse({
            key: freeKey(brought?.title ?? slug, takenKeys(draft), 'part'),
            candidates: [{ product: slug }],
          }),
        ),
    ),
  );
  return (
    <Section
      title="Parts"
      lead="Other products that come with this one, each with its own choices and stock."
      actions={
        <Button size="sm" variant="outline" onClick={() => setPasting(true)}>
          <ClipboardPaste size={15} aria-hidden /> Paste a parts list
        </Button>
      }
    >
      {product.parts.length === 0 && (
        <EmptyPlace title="Sold by itself">
          Add the first part, and it becomes a kit: several products sold as one, at the sum of their prices or a price
          of its own. Where customers choose what goes in, and it must fit, use slots instead; for something extra, an
          add-on; for the same choices on many products, a sheet.
        </EmptyPlace>
      )}
      <Box>
        <Sortable
          entries={product.parts}
          nameOf={({ title, key }) => title || key}
          onMove={(from, to) => change(`move part ${from} ${to}`, (draft) => moveEntry(draft.parts, from, to))}
          render={(part, index, handle) => (
            <Box pb="2">
              <PartCard part={part} index={index} handle={handle} />
            </Box>
          )}
        />
      </Box>
      <Box maxW="420px">
        <SearchField label="Add a part" onAsk={find} onPick={add} fault={tooMuch} />
      </Box>
      {product.parts.length > 0 && (
        <>
          <Tick
            label="Only the number of kits may change: each part comes in its usual number"
            checked={product.onlyWholeKits}
            onChange={(whole) => change('onlyWholeKits', (draft) => void (draft.onlyWholeKits = whole))}
          />
          <PartsPriceFields />
        </>
      )}
      <PasteParts open={pasting} onClose={() => setPasting(false)} />
    </Section>
  );
}
