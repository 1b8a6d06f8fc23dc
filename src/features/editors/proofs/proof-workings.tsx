'use client';

import { Box, Grid, Text } from '@chakra-ui/react';
import { type ResolutionJson } from '@/core/exchange';
import { WorkingTable } from '@/features/kit/selection';
import { type BrokenProof } from './broken-proof';

/** Old and new working of a proof, side by side. */
export function ProofWorkings({
  kept,
  now,
}: Pick<BrokenProof, 'kept'> & {
  now: Pick<ResolutionJson, 'working' | 'unitPrice' | 'lineTotal' | 'quantity' | 'currency'>;
}) {
  const before = {
    working: kept.working.map((line) => ({ ...line, kind: 'base' as const, source: '' })),
    unitPrice: kept.unitPrice,
    lineTotal: kept.lineTotal,
    quantity: kept.quantity,
    currency: now.currency,
  };
  return (
    <Grid templateColumns="1fr 1fr" gap="6">
      <Box>
        <Text fontWeight="600">As it was kept</Text>
        <WorkingTable resolution={before} />
      </Box>
      <Box>
        <Text fontWeight="600">As it is now</Text>
        <WorkingTable resolution={now} />
      </Box>
    </Grid>
  );
}
