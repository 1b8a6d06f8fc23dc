'use client';

import { Box, Button, Grid, HStack, Progress, Stack, Text } from '@chakra-ui/react';
import { ArrowRight, RotateCw, Square } from 'lucide-react';
import { type ReactNode } from 'react';
import { type Analysis, type PriceEnd, stages } from '@/core/analysis';
import { type Selection } from '@/core/selection';
import { countWords, coverageWords, faultWords, stageWords } from '@/core/words';
import { MendPresses, placeOf, Section, useEditing } from '@/features/editors/frame';
import { Money } from '@/ui/text';
import { EarningOfAll } from './earning-of-all';
import { type Checks } from './use-checks';

interface Props {
  checks: Checks;
  /** takes a selection to the Counter */
  onTry: (selection: Selection, group: string | null) => void;
}

/** What is true of everything that customers could choose: how much there is, what it costs, what can never be had. */
export function AllSelectionsSection({ checks, onTry }: Props) {
  const { analysis, faults } = checks;
  return (
    <Section
      title="Full check"
      lead="What is true of everything that customers could choose, proved and not sampled. It is found out again at every change."
    >
      <Running checks={checks} />
      {analysis && !analysis.faulty && <Proved analysis={analysis} faults={faults} onTry={onTry} />}
      {analysis && !analysis.faulty && checks.earning && (
        <EarningOfAll earning={checks.earning} isOld={checks.state === 'running'} onTry={onTry} />
      )}
      {analysis?.faulty && (
        <Text color="fg.muted">First mend what readiness lists: a product with faults sells nothing.</Text>
      )}
    </Section>
  );
}

function Running({ checks: { analysis, state, stop, again } }: { checks: Checks }) {
  if (state === 'whole') return null;
  const done = analysis?.done.length ?? 0;
  if (state === 'stopped') {
    return (
      <HStack>
        <Text color="fg.muted">Stopped. What had been proved by then stands below.</Text>
        <Button size="xs" variant="outline" onClick={again}>
          <RotateCw size={13} aria-hidden /> Go on
        </Button>
      </HStack>
    );
  }
  const next = stages[done];
  return (
    <HStack gap="4">
      <Progress.Root
        value={done}
        max={stages.length}
        flex="1"
        size="sm"
        colorPalette="oak"
        aria-label="Progress of the analysis"
      >
        <Progress.Label fontSize="sm" color="fg.muted" fontWeight="400">
          Finding out {next ? stageWords(next) : 'the last of it'} …
        </Progress.Label>
        <Progress.Track mt="1">
          <Progress.Range />
        </Progress.Track>
      </Progress.Root>
      <Button size="xs" variant="outline" onClick={stop}>
        <Square size={12} aria-hidden /> Stop
      </Button>
    </HStack>
  );
}

function Figure({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box borderWidth="1px" borderColor="border" borderRadius="l3" p="4" bg="bg.panel">
      <Text color="fg.muted" fontSize="sm">
        {title}
      </Text>
      {children}
    </Box>
  );
}

function Proved({ analysis, faults, onTry }: { analysis: Analysis; faults: Checks['faults']; onTry: Props['onTry'] }) {
  const { program, product, goTo } = useEditing();
  const whole = analysis.done.includes('count');
  const coverage = coverageWords(analysis, program.currency);
  const isProved = analysis.cutShort.length === 0 && analysis.unsettled.length === 0 && analysis.gaps.length === 0;
  const unproved = analysis.done.includes('prices') ? 'could not be proved' : 'not yet';
  const end = (title: string, found: PriceEnd | null, otherwise = unproved) => (
    <Figure title={title}>
      {found ? (
        <>
          <Text fontSize="xl" fontWeight="700">
            <Money amount={found.price} currency={program.currency} />
          </Text>
          <Text fontSize="sm" color="fg.muted">
            {found.words || 'as it is'}
          </Text>
          <Button
            size="xs"
            variant="ghost"
            colorPalette="oak"
            mt="1"
            ml="-2"
            onClick={() => onTry(found.selection, found.group)}
          >
            At the Counter <ArrowRight size={13} aria-hidden />
          </Button>
        </>
      ) : (
        <Text color="fg.muted">{otherwise}</Text>
      )}
    </Figure>
  );
  return (
    <Stack gap="5">
      <Grid templateColumns="repeat(3, minmax(0, 1fr))" gap="3">
        <Figure title="Can be sold">
          <Text fontSize="xl" fontWeight="700">
            {countWords(analysis) ?? (whole ? 'too many to count' : 'not yet')}
          </Text>
          <Text fontSize="sm" color="fg.muted">
            of what is picked from lists and answered with yes or no
          </Text>
        </Figure>
        {end('Lowest price of one', analysis.lowest, analysis.belowNothing ? 'below nothing' : undefined)}
        {end('Highest price of one', analysis.highest)}
      </Grid>
      <Stack gap="2">
        <Text fontWeight="600">
          {faults.length === 0
            ? whole && isProved
              ? 'Every option can be had, every rule can fire, and no two rules say opposite things.'
              : whole
                ? 'Nothing was found.'
                : 'Nothing found so far.'
            : 'Findings'}
        </Text>
        {faults.map((fault, index) => (
          <HStack key={index} align="start" gap="3">
            <Box flex="1">
              <Text>{faultWords(fault.data)}</Text>
              <MendPresses fault={fault} />
            </Box>
            <Button
              size="2xs"
              variant="outline"
              colorPalette="oak"
              onClick={() => goTo(placeOf(fault.path, product))}
              aria-label={`Show: ${faultWords(fault.data)}`}
            >
              Show
            </Button>
          </HStack>
        ))}
      </Stack>
      {coverage.map((words) => (
        <Text key={words} fontSize="sm" color="fg.muted">
          {words}
        </Text>
      ))}
    </Stack>
  );
}
