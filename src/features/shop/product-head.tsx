import { Box, Heading, HStack, Text } from '@chakra-ui/react';
import { type Product } from '@/core/catalog';
import { priceWords } from '@/core/words';
import { savingWords } from '@/features/selection/parts-form';
import { type SelectionState } from '@/features/selection/use-selection';
import { Money } from '@/ui/text';

/** What a product is called, and what it costs as it is chosen now. */
export function ProductHead({ product, selection: { resolution, program } }: { product: Product; selection: Pick<SelectionState, 'resolution' | 'program'> }) {
  return (
    <Box>
      <Heading as="h1" size="3xl">
        {product.title}
      </Heading>
      {product.summary && (
        <Text color="fg.muted" mt="1">
          {product.summary}
        </Text>
      )}
      <HStack mt="3" gap="3" align="baseline" fontVariantNumeric="tabular-nums">
        {product.soldBy.kind === 'each' && resolution.unitPrice !== null ? (
          <>
            {resolution.wasPrice !== null && <Money struck amount={resolution.wasPrice} currency={resolution.currency} />}
            <Text fontSize="2xl" fontWeight="700">
              <Money amount={resolution.unitPrice} currency={resolution.currency} />
            </Text>
            {program.kit && resolution.wasPrice !== null && (
              <Text fontSize="sm" color="lichen.fg" fontWeight="600">
                {savingWords(resolution)} on the parts bought one by one
              </Text>
            )}
          </>
        ) : (
          <Text fontSize="2xl" fontWeight="700">
            {priceWords(program)}
          </Text>
        )}
      </HStack>
    </Box>
  );
}
