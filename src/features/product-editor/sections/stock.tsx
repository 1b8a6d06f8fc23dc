'use client';

import { Box, Text } from '@chakra-ui/react';
import { hasOptions } from '@/core/catalog';
import { useEditing, useFaultAt } from '../state/editing';
import { DrawsField } from './draws-field';
import { Section } from './section';
import { Variants } from './variants';

/** What the product takes from stock: always, and by variant. */
export function StockSection() {
  const { product, change } = useEditing();
  const drawsFault = useFaultAt('draws');
  const stocked = product.choices.filter(hasOptions).filter((choice) => choice.stocked);
  return (
    <Section title="Stock" lead="What one of it takes from the store room, so that it can’t be oversold. Options may take more; that is said beside them.">
      <Box>
        <Text fontWeight="600" mb="2">
          Every one, whatever is chosen
        </Text>
        <DrawsField label="Product" draws={product.draws} path={['draws']} onChange={(draws) => change('draws', (draft) => void (draft.draws = draws))} />
        {drawsFault && (
          <Text color="brick.fg" mt="2">
            {drawsFault}
          </Text>
        )}
      </Box>
      {stocked.length > 0 || product.variants.length > 0 ? (
        <Variants stocked={stocked} />
      ) : (
        <Text color="fg.muted">Sizes or colours that are counted separately? Mark their choice as stocked, and say here which combinations you keep.</Text>
      )}
    </Section>
  );
}
