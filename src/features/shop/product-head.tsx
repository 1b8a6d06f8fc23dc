import { Box, Heading, HStack, Text } from '@chakra-ui/react';
import { type Product } from '@/core/catalog';
import { type ToldTax } from '@/core/exchange';
import { atChoice, whereText } from '@/core/selection';
import { PerMeasure } from '@/features/selection/per-measure';
import { TaxNote } from '@/features/selection/tax-note';
import { savingWords } from '@/features/selection/saving-words';
import { type SelectionState } from '@/features/selection/use-selection';
import { Money } from '@/ui/text';

/** What a product is called, and what it costs as it is chosen now. */
export function ProductHead({ product, price, tax, selection: { resolution, program } }: { product: Product; price: string | null; tax: ToldTax | null; selection: Pick<SelectionState, 'resolution' | 'program'> }) {
  // While a slot that must be filled is empty, what is there costs so much, and the whole does not.
  const isPartOnly = program.kit?.slots.some(({ component }) => resolution.problems.some(({ where, code }) => code === 'answerMissing' && where === whereText(atChoice(component.key)))) ?? false;
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
            <PerMeasure contents={product.contents} resolution={resolution} />
            {resolution.wasLowest && (
              <Text fontSize="sm" color="fg.muted">
                crossed out: the lowest price of the 30 days before
              </Text>
            )}
            {isPartOnly && <Text color="fg.muted">so far</Text>}
            {program.kit && resolution.wasPrice !== null && (
              <Text fontSize="sm" color="lichen.fg" fontWeight="600">
                {savingWords(resolution)} on the parts bought one by one
              </Text>
            )}
          </>
        ) : (
          <Text fontSize="2xl" fontWeight="700">
            {price}
          </Text>
        )}
      </HStack>
      <TaxNote tax={tax} price={product.soldBy.kind === 'each' ? resolution.unitPrice : null} currency={resolution.currency} />
      {product.notCounted === 'madeToOrder' && (
        <Text fontSize="sm" color="fg.muted" mt="1">
          Made to order
        </Text>
      )}
    </Box>
  );
}
