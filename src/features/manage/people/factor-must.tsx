'use client';

import { Box, Heading, Text } from '@chakra-ui/react';
import { type FactorMust, factorMusts, needsFactor } from '@/core/people';
import { counted } from '@/core/words';
import { anything, send, useAttempt } from '@/features/kit/shared';
import { type PersonRow } from '@/services/people/people';
import { FaultLine } from '@/ui/fault-line';
import { SelectField } from '@/ui/field';

const TITLES: Readonly<Record<FactorMust, string>> = {
  nobody: 'Nobody has to have one',
  owners: 'Owners',
  everybody: 'Everybody',
};

const ALTERNATIVES = factorMusts.map((value) => ({ value, label: TITLES[value] }));

/** Who has to have a second factor, and who still has none. */
export function FactorMustField({ must, people }: { must: FactorMust; people: readonly PersonRow[] }) {
  const { fault, attempt } = useAttempt();
  const without = people.filter(
    ({ isEnded, hasSecondFactor, roles }) => !isEnded && !hasSecondFactor && needsFactor(must, roles),
  );
  const say = (next: FactorMust) =>
    void attempt(
      () => send('PUT', '/api/manage/people/second-factor', { must: next }, anything),
      next === 'nobody' ? 'Nobody has to have a second factor' : 'Saved: it counts at once',
    );
  return (
    <Box as="section" aria-label="Second factor" mt="9" maxW="70ch">
      <Heading as="h2" fontFamily="heading" size="lg" mb="1">
        Second factor
      </Heading>
      <Text color="fg.muted" mb="3">
        With an authenticator app, a stolen password alone lets nobody in. Programs come in with their token.
      </Text>
      <Box maxW="320px">
        <SelectField
          label="Who needs a second factor"
          value={must}
          onChange={(value) => say(factorMusts.find((one) => one === value) ?? must)}
          alternatives={ALTERNATIVES}
        />
      </Box>
      <FaultLine role="alert">{fault}</FaultLine>
      {without.length > 0 && (
        <Text mt="2" fontSize="sm">
          {counted(without.length, 'person', 'people')} without one yet: {without.map(({ name }) => name).join(', ')}.
          Whoever has none sets it up before anything else.
        </Text>
      )}
    </Box>
  );
}
