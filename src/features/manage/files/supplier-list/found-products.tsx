import { Box, HStack, Stack, Text } from '@chakra-ui/react';
import { type FoundProduct } from '@/core/supplier-list';
import { counted } from '@/core/words';
import { Slip } from '@/ui/text';

/** So many options of a choice are named. */
const MOST_NAMED = 12;

const optionsText = (options: readonly string[]): string =>
  options.length <= MOST_NAMED
    ? options.join(', ')
    : `${options.slice(0, MOST_NAMED).join(', ')} and ${options.length - MOST_NAMED} more`;

/** How prices were understood, in a line: `89.00, XL + 4.00`. */
function pricesText({ base, amounts, own }: NonNullable<FoundProduct['prices']>): string {
  const named = amounts.slice(0, MOST_NAMED).map(({ option, value }) => `${option} + ${value}`);
  const more = amounts.length > MOST_NAMED ? [`${amounts.length - MOST_NAMED} more amounts`] : [];
  const alone = own > 0 ? [`${counted(own, 'variant')} with a price of ${own === 1 ? 'its' : 'their'} own`] : [];
  return [base, ...named, ...more, ...alone].join(', ');
}

/** A product that was found in a list: what can be chosen of it, and what it costs. */
export function FoundProductRow({ product }: { product: FoundProduct }) {
  const { title, known, rows, choices, shared, combinations, prices } = product;
  const missing = combinations - rows;
  return (
    <Box py="2.5" borderTopWidth="1px">
      <HStack gap="2" flexWrap="wrap">
        <Slip tone={known === null ? 'lichen' : 'copper'}>{known === null ? 'New' : 'In the shop'}</Slip>
        <Text fontWeight="600" overflowWrap="anywhere">
          {title}
        </Text>
        <Text fontSize="sm" color="fg.muted">
          {counted(rows, 'row')}
          {missing > 0 && `, ${missing} of ${combinations} combinations not made`}
        </Text>
      </HStack>
      <Stack as="ul" gap="0.5" mt="1" fontSize="sm" listStyleType="none">
        {choices.map((choice) => (
          <Text as="li" key={choice.title} overflowWrap="anywhere">
            <b>{choice.title}:</b> {optionsText(choice.options)}
          </Text>
        ))}
        {shared.map((each) => (
          <Text as="li" key={each.title} color="fg.muted" overflowWrap="anywhere">
            {each.title}: {each.value} in all rows
          </Text>
        ))}
        {prices && (
          <Text as="li" fontVariantNumeric="tabular-nums" overflowWrap="anywhere">
            <b>Price:</b> {pricesText(prices)}
          </Text>
        )}
      </Stack>
    </Box>
  );
}
