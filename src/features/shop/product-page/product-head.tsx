import { Box, Heading, HStack, Text } from '@chakra-ui/react';
import { type Product, type ShopPages } from '@/core/catalog';
import { type ToldTax } from '@/core/exchange';
import { PerMeasure, savingWords, type SelectionState, TaxNote } from '@/features/kit/selection';
import { Money } from '@/ui/text';
import { headPrice } from './head-price';
import { stockNote } from './stock-note';

/** What a product is called, and what it costs as it is chosen now. */
export function ProductHead({
  product,
  price,
  tax,
  pages,
  selection,
}: {
  product: Product;
  price: string | null;
  tax: ToldTax | null;
  pages: ShopPages;
  selection: Pick<SelectionState, 'resolution' | 'program' | 'answers' | 'parts'>;
}) {
  const { resolution, program, answers, parts } = selection;
  // Of what is sold by measure there is no price of one before it is measured, and then it is not what people compare.
  const shown =
    product.soldBy.kind === 'each'
      ? headPrice(resolution, price, Object.keys(answers).length === 0 && Object.keys(parts).length === 0)
      : price === null
        ? null
        : ({ kind: 'list', words: price } as const);
  const there = stockNote(pages, resolution);
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
        {shown?.kind === 'price' ? (
          <>
            {resolution.wasPrice !== null && (
              <Money struck amount={resolution.wasPrice} currency={resolution.currency} />
            )}
            {shown.before && <Text color="fg.muted">{shown.before}</Text>}
            <Text fontSize="2xl" fontWeight="700">
              <Money amount={shown.amount} currency={resolution.currency} />
            </Text>
            <PerMeasure contents={product.contents} resolution={resolution} />
            {resolution.wasLowest && (
              <Text fontSize="sm" color="fg.muted">
                crossed out: the lowest price of the 30 days before
              </Text>
            )}
            {shown.after && <Text color="fg.muted">{shown.after}</Text>}
            {program.kit && resolution.wasPrice !== null && (
              <Text fontSize="sm" color="lichen.fg" fontWeight="600">
                {savingWords(resolution)} on the parts bought one by one
              </Text>
            )}
          </>
        ) : (
          <Text fontSize="2xl" fontWeight="700">
            {shown?.words}
          </Text>
        )}
      </HStack>
      <TaxNote tax={tax} price={shown?.kind === 'price' ? shown.amount : null} currency={resolution.currency} />
      {there && (
        <Text fontSize="sm" fontWeight="600" mt="1.5" color={there.isLittle ? 'copper.fg' : 'lichen.fg'}>
          {there.words}
        </Text>
      )}
      {product.notCounted === 'madeToOrder' && (
        <Text fontSize="sm" color="fg.muted" mt="1">
          Made to order
        </Text>
      )}
    </Box>
  );
}
