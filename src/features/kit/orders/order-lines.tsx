'use client';

import { Box, Grid, Stack, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { DetailList } from '@/features/kit/shared';
import { type PartOfLine, PartsList, WorkingTable } from '@/features/kit/selection';
import { type CustomerOrderLine, type OrderLineView } from '@/services/selling/orders';
import { LayeredPicture } from '@/ui/layered-picture';
import { Sku } from '@/ui/text';

interface Props<Line> {
  lines: readonly Line[];
  children?: (line: Line) => ReactNode;
  /** what else is to be said of a part of a line */
  ofPart?: (part: PartOfLine) => ReactNode;
}

/** The lines of an order: what was chosen and the working it was sold with. */
export function OrderLines<Line extends CustomerOrderLine | OrderLineView>({ lines, children, ofPart }: Props<Line>) {
  return (
    <Stack gap="4">
      {lines.map((line) => (
        <Box
          key={line.id}
          as="article"
          aria-label={line.title}
          bg="bg.panel"
          borderWidth="1px"
          borderColor="border"
          borderRadius="l3"
          p={{ base: '4', sm: '5' }}
        >
          <Grid
            templateColumns={{ base: '72px minmax(0, 1fr)', md: '112px minmax(0, 1fr) minmax(220px, 300px)' }}
            gap={{ base: '4', md: '6' }}
          >
            <Box aspectRatio={4 / 3} bg="bg.muted" borderRadius="l1" overflow="hidden" alignSelf="start">
              <LayeredPicture layers={line.resolution.pictures[0]?.layers ?? []} title={line.title} w="full" h="full" />
            </Box>
            <Box>
              <Text fontWeight="700" fontSize="lg">
                {line.quantity} × {line.title}
              </Text>
              {line.sku !== '' && <Sku>{line.sku}</Sku>}
              <Box mt="2">
                <DetailList details={line.resolution.item.details} />
              </Box>
              <PartsList parts={line.resolution.parts} line={line.resolution}>
                {ofPart}
              </PartsList>
              {children?.(line)}
            </Box>
            <Box gridColumn={{ base: '1 / -1', md: 'auto' }}>
              {(line.resolution.working.length > 0 || line.resolution.forCustomers?.working !== 'none') && (
                <WorkingTable resolution={line.resolution} />
              )}
            </Box>
          </Grid>
        </Box>
      ))}
    </Stack>
  );
}
