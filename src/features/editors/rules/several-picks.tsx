'use client';

import { chakra, HStack, Text } from '@chakra-ui/react';
import { X } from 'lucide-react';
import { type Alternative } from '@/ui/field';
import { SearchField } from '@/ui/search-field';

interface Props {
  label: string;
  picked: readonly string[];
  alternatives: readonly Alternative[];
  /** the word between what is picked */
  joined: 'or' | 'and';
  /** fewer can't be left */
  least?: number;
  onChange: (picked: string[]) => void;
}

/** A few of some alternatives, read as a part of a sentence: `Gabled or Hipped, or …`. */
export function SeveralPicks({ label, picked, alternatives, joined, least = 0, onChange }: Props) {
  const free = alternatives.filter(({ value }) => !picked.includes(value));
  return (
    <HStack gap="1.5" wrap="wrap" role="group" aria-label={label}>
      {picked.map((value, index) => (
        <HStack key={value} gap="1.5">
          {index > 0 && <Text>{joined}</Text>}
          <HStack
            gap="1"
            bg="copper.subtle"
            color="copper.fg"
            borderRadius="l1"
            pl="2"
            pr={picked.length > least ? '0.5' : '2'}
            py="0.5"
          >
            <Text fontWeight="600">
              {alternatives.find((alternative) => alternative.value === value)?.label ?? `“${value}”`}
            </Text>
            {picked.length > least && (
              <chakra.button
                type="button"
                aria-label={`Leave out ${alternatives.find((alternative) => alternative.value === value)?.label ?? value}`}
                cursor="pointer"
                p="1"
                onClick={() => onChange(picked.filter((other) => other !== value))}
              >
                <X size={13} />
              </chakra.button>
            )}
          </HStack>
        </HStack>
      ))}
      {free.length > 0 && (
        <SearchField
          small
          hideLabel
          label={`${label}: add`}
          width="150px"
          placeholder={picked.length === 0 ? 'pick …' : `${joined} …`}
          findings={free.map(({ value, label: words }) => ({ value, label: words, hint: '' }))}
          onPick={(value) => onChange([...picked, value])}
        />
      )}
    </HStack>
  );
}
