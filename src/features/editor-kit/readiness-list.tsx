'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { CircleAlert, CircleCheck, CircleDot } from 'lucide-react';
import { counted, faultWords } from '@/core/words';
import { placeOf, useEditing } from './editing';

/** What still keeps the product from being sold, each with the way to the place that mends it. */
export function ReadinessList({ ready = 'Ready to be published', unready = 'before it can be published' }: { ready?: string; unready?: string }) {
  const { findings, product, goTo } = useEditing();
  const mustFix = findings.filter(({ gravity }) => gravity === 'mustFix').length;
  return (
    <Box as="section" aria-label="Readiness">
      <HStack gap="2" mb="1.5" color={mustFix > 0 ? 'brick.fg' : 'lichen.fg'}>
        {mustFix > 0 ? <CircleAlert size={18} aria-hidden /> : <CircleCheck size={18} aria-hidden />}
        <Text fontWeight="700">{mustFix > 0 ? `${counted(mustFix, 'thing')} to mend ${unready}` : ready}</Text>
      </HStack>
      <Stack gap="1">
        {findings.map((finding, index) => (
          <HStack key={index} gap="2" align="start" fontSize="sm">
            <Box mt="1" color={finding.gravity === 'mustFix' ? 'brick.solid' : 'fg.subtle'}>
              <CircleDot size={12} aria-hidden />
            </Box>
            <Text flex="1">{faultWords(finding.data)}</Text>
            <Button size="2xs" variant="outline" colorPalette="oak" onClick={() => goTo(placeOf(finding.path, product))} aria-label={`Mend: ${faultWords(finding.data)}`}>
              Mend
            </Button>
          </HStack>
        ))}
      </Stack>
    </Box>
  );
}
