'use client';

import { Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, X } from 'lucide-react';
import { type Rate } from '@/core/catalog';
import { TypedInput } from '@/ui/field';

/** What a rate is from so many pieces on, step by step. */
export function RateSteps({
  rate: { title, steps },
  onChange,
}: {
  rate: Rate;
  onChange: (steps: Rate['steps']) => void;
}) {
  if (steps.length === 0) return null;
  const edit = (place: number, change: Partial<Rate['steps'][number]>) =>
    onChange(steps.map((step, at) => (at === place ? { ...step, ...change } : step)));
  return (
    <Stack gap="1" ps="128px" mt="1" align="start">
      {steps.map(({ from, value }, place) => (
        <HStack key={place} gap="2" fontSize="sm">
          <Text>from</Text>
          <TypedInput
            size="xs"
            w="70px"
            textAlign="center"
            inputMode="numeric"
            aria-label={`${title}, step ${place + 1}: from`}
            value={from}
            onChange={(text) => edit(place, { from: text.trim() })}
          />
          <Text>pieces on</Text>
          <TypedInput
            size="xs"
            w="80px"
            textAlign="end"
            inputMode="decimal"
            aria-label={`${title}, step ${place + 1}: rate`}
            value={value}
            onChange={(text) => edit(place, { value: text.trim() })}
          />
          <IconButton
            aria-label={`Take step ${place + 1} of ${title} away`}
            size="2xs"
            variant="ghost"
            colorPalette="brick"
            onClick={() => onChange(steps.filter((_, at) => at !== place))}
          >
            <X size={12} />
          </IconButton>
        </HStack>
      ))}
      <Button
        size="2xs"
        variant="ghost"
        colorPalette="ink"
        disabled={steps.length >= 40}
        onClick={() => onChange([...steps, { from: '', value: '' }])}
      >
        <Plus size={12} aria-hidden /> Another step
      </Button>
    </Stack>
  );
}
