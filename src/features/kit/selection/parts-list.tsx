'use client';

import { Box, chakra, HStack, Stack, Text } from '@chakra-ui/react';
import { type CustomerResolution, type PartJson, type ResolutionJson } from '@/core/exchange';
import { Exact } from '@/core/number';
import { Money, Sku } from '@/ui/text';
import { weightOfAll } from './weight-words';

export type PartOfLine = PartJson<CustomerResolution> | PartJson;

interface Props {
  parts: readonly PartOfLine[];
  /** of the order line */
  line: Pick<ResolutionJson, 'currency' | 'quantity'>;
  /** what else is to be said of a part */
  children?: (part: PartOfLine) => React.ReactNode;
}

/** What an order line is put together from: each part with what was chosen, its SKU, weight, and share of the price. */
export function PartsList({ parts, line, children }: Props) {
  if (parts.length === 0) return null;
  return (
    <chakra.details mt="3" fontSize="sm">
      <chakra.summary cursor="pointer" color="fg.muted">
        What is in it: {parts.map(({ pieces, title }) => (pieces === 1 ? title : `${pieces} × ${title}`)).join(', ')}
      </chakra.summary>
      <PartRows parts={parts} line={line} items={line.quantity}>
        {children}
      </PartRows>
    </chakra.details>
  );
}

/** @param items how many there are of what these are parts of */
function PartRows({ parts, line, items, children }: Props & { items: number }) {
  return (
    <Stack as="ul" gap="2" mt="2" ps="3" borderInlineStartWidth="2px" borderColor="border" listStyleType="none">
      {parts.map((part) => (
        <Box as="li" key={`${part.kind} ${part.part}`} aria-label={part.title}>
          <HStack justify="space-between" align="baseline" gap="3">
            <Text fontWeight="600">
              {part.pieces * items} × {part.productTitle}
            </Text>
            {part.share && (
              <Text whiteSpace="nowrap">
                <Money amount={shareOfLine(part.share, line.quantity)} currency={line.currency} />
              </Text>
            )}
          </HStack>
          {part.resolution.item.details.length > 0 && (
            <Text color="fg.muted">
              {part.resolution.item.details.map(({ label, value }) => `${label}: ${value}`).join(' · ')}
            </Text>
          )}
          <Text color="fg.muted">
            <Sku>{part.resolution.item.sku}</Sku>
            {part.resolution.weight &&
              `${part.resolution.item.sku === '' ? '' : ' · '}${weightOfAll(part.resolution.weight, part.pieces * items)}`}
          </Text>
          {children?.(part)}
          {part.resolution.parts.length > 0 && (
            <PartRows parts={part.resolution.parts} line={line} items={part.pieces * items}>
              {children}
            </PartRows>
          )}
        </Box>
      ))}
    </Stack>
  );
}

/** What is paid for a part in an order line of so many. */
function shareOfLine({ unit, once }: NonNullable<PartOfLine['share']>, quantity: number): string {
  return Exact.from(unit).times(Exact.of(quantity)).plus(Exact.from(once)).toString();
}
