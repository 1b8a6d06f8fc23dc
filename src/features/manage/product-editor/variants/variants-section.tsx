'use client';

import { Box, Button, HStack, SegmentGroup, Text } from '@chakra-ui/react';
import { Plus, Truck } from 'lucide-react';
import { useState } from 'react';
import { MOST_VARIANTS } from '@/core/catalog';
import { faultWords } from '@/core/words';
import { Section, useEditing } from '@/features/editors/frame';
import { FaultLine } from '@/ui/fault-line';
import { EmptyPlace } from '@/ui/text';
import { CountsBar } from './counts-bar';
import { CreateMissingStock } from './create-missing-stock';
import { DeliveryDialog } from './delivery-dialog';
import { useMissingVariants } from './missing-variants';
import { useStockedChoices } from './unbooked-counts';
import { VariantGrid } from './variant-grid';
import { VariantList } from './variant-list';

/** The combinations of stocked options that are really kept, as a grid or as a list. */
export function VariantsSection() {
  const { product, findings } = useEditing();
  const [view, setView] = useState<'grid' | 'list'>('grid');
  const [receiving, setReceiving] = useState(false);
  const stocked = useStockedChoices();
  const { combinations, missing, tooMany, addAll } = useMissingVariants();
  const listFault = findings.find(({ path }) => path.length === 1 && path[0] === 'variants');
  const faults = [
    ...new Set(
      findings
        .filter(
          ({ path, code }) =>
            path[0] === 'variants' && path.length > 1 && code !== 'drawsNothing' && code !== 'outOfStock',
        )
        .map(({ data }) => faultWords(data)),
    ),
  ];
  const actions = stocked.length > 0 && (
    <HStack gap="2">
      <Button size="sm" variant="outline" colorPalette="ink" onClick={() => setReceiving(true)}>
        <Truck size={15} aria-hidden /> Receive a delivery
      </Button>
      {missing.length > 0 && (
        <Button size="sm" variant="outline" onClick={addAll}>
          <Plus size={14} aria-hidden /> Add all {missing.length}
        </Button>
      )}
    </HStack>
  );
  return (
    <Section
      title="Variants"
      lead="Only combinations that you really stock need exist. Customers see the others as not made."
      actions={actions || undefined}
    >
      {stocked.length === 0 && product.variants.length === 0 && (
        <EmptyPlace title="No stocked choice yet">
          Mark a choice as stocked when its options are counted separately, such as sizes.
        </EmptyPlace>
      )}
      {tooMany && (
        <Text fontSize="sm" color="fg.muted">
          There are {combinations.toLocaleString('en-GB')} combinations; a product keeps at most{' '}
          {MOST_VARIANTS.toLocaleString('en-GB')} variants. Add those that you stock, one by one, by the row or as a
          pasted block.
        </Text>
      )}
      {listFault && <Text color="brick.fg">{faultWords(listFault.data)}</Text>}
      {stocked.length > 0 && (
        <>
          <HStack justify="space-between" wrap="wrap">
            <SegmentGroup.Root
              size="sm"
              value={view}
              onValueChange={(details) => setView(details.value === 'list' ? 'list' : 'grid')}
              aria-label="Variants as"
            >
              <SegmentGroup.Indicator />
              <SegmentGroup.Items
                items={[
                  { value: 'grid', label: 'Grid' },
                  { value: 'list', label: 'List' },
                ]}
              />
            </SegmentGroup.Root>
            <CreateMissingStock stocked={stocked} />
          </HStack>
          {view === 'grid' ? <VariantGrid stocked={stocked} /> : <VariantList stocked={stocked} />}
          <CountsBar stocked={stocked} />
        </>
      )}
      {stocked.length === 0 && product.variants.length > 0 && <VariantList stocked={stocked} />}
      {faults.length > 0 && (
        <Box>
          {faults.map((message) => (
            <FaultLine key={message}>{message}</FaultLine>
          ))}
        </Box>
      )}
      <DeliveryDialog stocked={stocked} open={receiving} onClose={() => setReceiving(false)} />
    </Section>
  );
}
