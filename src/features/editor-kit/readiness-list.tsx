'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { CircleAlert, CircleCheck, CircleDot } from 'lucide-react';
import { type Product } from '@/core/catalog';
import { type Fault, type FaultCode } from '@/core/problems';
import { counted, faultWords, placeWords } from '@/core/words';
import { placeOf, useEditing } from './editing';
import { MendPresses } from './mend-presses';

/** Faults whose sentence does not say where it is. */
const WITHOUT_PLACE: ReadonlySet<FaultCode> = new Set<FaultCode>(['notDecimal', 'limitsCross', 'stepNotPositive', 'badSku', 'unknownUnit', 'unknownReference', 'nothingNamed', 'conditionEmpty', 'ruleWithoutEffect']);

/** The sentence of a fault, with its place where it is about one field and does not name it. */
function atItsPlace({ path, data }: Fault, product: Product): string {
  const place = WITHOUT_PLACE.has(data.code) ? placeWords(path, product) : '';
  return place === '' ? faultWords(data) : `${place}. ${faultWords(data)}`;
}

/** Of many faults that one press mends, the first has it. */
function isFirstToMend(findings: readonly Fault[], index: number): boolean {
  return findings[index]?.code !== 'skuClash' || findings.findIndex(({ code }) => code === 'skuClash') === index;
}

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
            <Box flex="1" minW="0">
              <Text>{atItsPlace(finding, product)}</Text>
              {isFirstToMend(findings, index) && <MendPresses fault={finding} />}
            </Box>
            <Button size="2xs" variant="outline" colorPalette="oak" onClick={() => goTo(placeOf(finding.path, product))} aria-label={`Go there: ${faultWords(finding.data)}`}>
              Go there
            </Button>
          </HStack>
        ))}
      </Stack>
    </Box>
  );
}
