'use client';

import { Box, Text } from '@chakra-ui/react';
import { type CutPlanJson } from '@/core/exchange';
import { cutPlanWords, quantityWords } from '@/core/words';

/** Which pieces are cut from which lots, and how near to the least waste that is. */
export function CutPlanView({ plan }: { plan: CutPlanJson }) {
  const words = (value: string) => quantityWords({ value, unit: plan.unit });
  return (
    <Box as="section" aria-label={`Cuts from ${plan.title}`} fontSize="sm" mt="1.5">
      {plan.cuts.map(({ lot, label, pieces, left, kept }) => (
        <Text key={lot}>
          {label}: {pieces.map(({ length, count }) => `${count} × ${words(length)}`).join(', ')}
          {left !== '0' && `, ${words(left)} ${kept ? 'left' : 'scrapped'}`}
        </Text>
      ))}
      {plan.unplaced.map(({ length, count }) => (
        <Text key={length} color="brick.fg">
          No lot for {count} × {words(length)}
        </Text>
      ))}
      {plan.cuts.length > 0 && <Text color="fg.muted">{cutPlanWords(plan)}</Text>}
    </Box>
  );
}
