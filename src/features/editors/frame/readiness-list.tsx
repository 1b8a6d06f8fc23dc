'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { CircleAlert, CircleCheck, CircleDot } from 'lucide-react';
import { memo, type ReactNode, useMemo, useState } from 'react';
import { type Product } from '@/core/catalog';
import { alike, type Alike, mendsOf } from '@/core/judge';
import { type Fault, type FaultCode } from '@/core/problems';
import { alikeWords, counted, faultWords, placeWords } from '@/core/words';
import { type Place, placeOf, useEditing } from './editing';
import { MendPresses } from './mend-presses';

/** Faults whose sentence does not say where it is. */
const WITHOUT_PLACE: ReadonlySet<FaultCode> = new Set<FaultCode>([
  'notDecimal',
  'limitsCross',
  'stepNotPositive',
  'badSku',
  'unknownUnit',
  'unknownReference',
  'nothingNamed',
  'conditionEmpty',
  'ruleWithoutEffect',
]);

/** The sentence of faults that are alike, with their place where they are about one field and do not name it. */
function atItsPlace(faults: Alike, product: Product): string {
  const [{ path, data }] = faults;
  const place = WITHOUT_PLACE.has(data.code) ? placeWords(path, product) : '';
  return place === '' ? alikeWords(faults) : `${place}. ${alikeWords(faults)}`;
}

/** Of many faults that one press mends, the first has it. */
function isFirstToMend(groups: readonly Alike[], index: number): boolean {
  return groups[index]?.[0].code !== 'skuClash' || groups.findIndex(([{ code }]) => code === 'skuClash') === index;
}

/** So many stand there at once: nobody mends a hundred at a time, and the rest is one press away. */
const SHOWN_AT_ONCE = 12;

/** What still keeps the product from being sold, each with the way to the place that mends it. */
export function ReadinessList({
  ready = 'Ready to be published',
  unready = 'before you can publish',
  pressesFor,
}: {
  ready?: string;
  unready?: string;
  /** what else can be pressed to mend faults that are alike, and more than changes the draft */
  pressesFor?: (faults: Alike) => ReactNode;
}) {
  const { findings, product, goTo } = useEditing();
  const [all, setAll] = useState(false);
  const groups = useMemo(() => alike(findings), [findings]);
  const mustFix = groups.filter(([{ gravity }]) => gravity === 'mustFix').length;
  const shown = all ? groups : groups.slice(0, SHOWN_AT_ONCE);
  const more = groups.length - SHOWN_AT_ONCE;
  return (
    <Box as="section" aria-label="Readiness">
      <HStack gap="2" mb="1.5" color={mustFix > 0 ? 'brick.fg' : 'lichen.fg'}>
        {mustFix > 0 ? <CircleAlert size={18} aria-hidden /> : <CircleCheck size={18} aria-hidden />}
        <Text fontWeight="700">{mustFix > 0 ? `${counted(mustFix, 'thing')} to fix ${unready}` : ready}</Text>
      </HStack>
      <Stack gap="1">
        {shown.map((group, index) => {
          const [finding, ...others] = group;
          const presses = pressesFor?.(group) ?? null;
          const isMended = presses !== null || (isFirstToMend(groups, index) && mendsOf(finding, product).length > 0);
          return (
            <FindingLine
              key={index}
              gravity={finding.gravity}
              told={atItsPlace(group, product)}
              goes={faultWords(finding.data)}
              place={placeOf(finding.path, product)}
              goTo={goTo}
            >
              {isMended ? (
                <MendPresses fault={finding} also={others}>
                  {presses}
                </MendPresses>
              ) : null}
            </FindingLine>
          );
        })}
        {more > 0 && (
          <Button
            alignSelf="start"
            size="2xs"
            variant="ghost"
            colorPalette="ink"
            aria-expanded={all}
            onClick={() => setAll(!all)}
          >
            {all ? 'Show fewer' : `Show ${more} more`}
          </Button>
        )}
      </Stack>
    </Box>
  );
}

interface FindingProps {
  gravity: Fault['gravity'];
  told: string;
  /** what the way to its place is called */
  goes: string;
  place: Place;
  goTo: (place: Place) => void;
  /** what mends it at a press */
  children: ReactNode;
}

/** One thing to be mended; drawn again only where it says something else. */
const FindingLine = memo(function FindingLine({ gravity, told, goes, place, goTo, children }: FindingProps) {
  return (
    <HStack gap="2" align="start" fontSize="sm">
      <Box mt="1" color={gravity === 'mustFix' ? 'brick.solid' : 'fg.subtle'}>
        <CircleDot size={12} aria-hidden />
      </Box>
      <Box flex="1" minW="0">
        <Text>{told}</Text>
        {children}
      </Box>
      <Button size="2xs" variant="outline" colorPalette="oak" onClick={() => goTo(place)} aria-label={`Show: ${goes}`}>
        Show
      </Button>
    </HStack>
  );
});
