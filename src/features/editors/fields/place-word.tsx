'use client';

import { HStack, Text } from '@chakra-ui/react';
import { TypedInput } from '@/ui/field';
import { Suggestions } from '@/ui/suggestions';

/** One thing that a condition says of products: a word to type, with those that there are. */
export function PlaceWord({
  words,
  label,
  value,
  list,
  onChange,
}: {
  words: string;
  label: string;
  value: string | null;
  list: readonly string[];
  onChange: (value: string) => void;
}) {
  const id = label.replace(/\W+/g, '-');
  return (
    <HStack gap="1.5">
      <Text color={value === null ? 'fg.muted' : 'fg'}>{words}</Text>
      <TypedInput
        aria-label={label}
        size="sm"
        w="128px"
        placeholder="any"
        list={id}
        maxLength={80}
        value={value ?? ''}
        onChange={onChange}
      />
      <Suggestions id={id} values={list} />
    </HStack>
  );
}
