'use client';

import { Text } from '@chakra-ui/react';
import { LARGEST_QUANTITY } from '@/core/ordering';
import { useWholeText } from './use-whole-text';
import { TypedInput } from '@/ui/field';

interface Props {
  label: string;
  value: number | null;
  /** what stands there while nothing is said; absent where something must be */
  empty?: string;
  onChange: (value: number | null) => void;
}

/** A whole number of pieces inside a sentence. */
export function Whole({ label, value, empty, onChange }: Props) {
  const { text, fault, take } = useWholeText(
    value,
    { least: 1, most: LARGEST_QUANTITY, mayBeEmpty: empty !== undefined },
    onChange,
  );
  return (
    <span>
      <TypedInput
        aria-label={label}
        aria-invalid={fault !== undefined}
        borderColor={fault ? 'brick.solid' : 'border.emphasized'}
        placeholder={empty}
        w="104px"
        textAlign="center"
        inputMode="numeric"
        value={text}
        onChange={take}
      />
      {fault && (
        <Text as="span" display="block" fontSize="xs" color="brick.fg" maxW="200px" role="alert">
          {fault}
        </Text>
      )}
    </span>
  );
}
