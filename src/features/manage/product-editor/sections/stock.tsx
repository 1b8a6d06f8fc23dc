'use client';

import { Box, Button, HStack, Text } from '@chakra-ui/react';
import { isStocked, reasonsNotCounted } from '@/core/catalog';
import { NOT_COUNTED_WORDS } from '@/core/words';
import { DrawsField } from '@/features/editors/fields';
import { Section, useEditing, useFaultAt } from '@/features/editors/frame';
import { SelectField } from '@/ui/field';
import { CapacityField } from './capacity-field';

/** What every one of the product takes from stock, whatever is chosen. */
export function StockSection() {
  const { product, assembled, change, goTo } = useEditing();
  const drawsFault = useFaultAt('draws');
  return (
    <Section title="Stock" lead="Stock drawn for one piece. Options may draw more; see each option.">
      <Box>
        <Text fontWeight="600" mb="2">
          Every one, whatever is chosen
        </Text>
        <DrawsField
          label="Product"
          name={product.title}
          draws={product.draws}
          path={['draws']}
          onChange={(draws) => change('draws', (draft) => void (draft.draws = draws))}
        />
        {drawsFault && (
          <Text color="brick.fg" mt="2">
            {drawsFault}
          </Text>
        )}
      </Box>
      {product.draws.length === 0 && (
        <SelectField
          label="Stock"
          width="360px"
          value={product.notCounted ?? ''}
          alternatives={[
            { value: '', label: 'tracked' },
            ...reasonsNotCounted.map((value) => ({ value, label: NOT_COUNTED_WORDS[value] })),
          ]}
          onChange={(value) =>
            change(
              'not counted',
              (draft) => void (draft.notCounted = reasonsNotCounted.find((reason) => reason === value) ?? null),
            )
          }
        />
      )}
      {product.notCounted !== null && <CapacityField />}
      {assembled.choices.some(isStocked) ? (
        <HStack gap="3">
          <Text>Each variant takes its own stock item.</Text>
          <Button size="sm" variant="outline" colorPalette="ink" onClick={() => goTo('variants')}>
            Variants
          </Button>
        </HStack>
      ) : (
        <Text color="fg.muted">
          Sizes or colours that are counted separately? Mark their choice as stocked, and say which combinations you
          keep.
        </Text>
      )}
    </Section>
  );
}
