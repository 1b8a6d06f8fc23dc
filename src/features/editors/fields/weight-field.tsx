'use client';

import { Box, HStack } from '@chakra-ui/react';
import { type Weight } from '@/core/catalog';
import { unitByText } from '@/core/quantity';
import { unitAlternatives } from '@/features/kit/shared';
import { SelectField, TextField } from '@/ui/field';
import { orNull } from './or-null';

interface Props {
  label: string;
  weight: Weight | null;
  fault?: string;
  /** the unit a weight begins in */
  unit: string;
  onChange: (weight: Weight | null) => void;
}

/** A weight with its unit, or none. */
export function WeightField({ label, weight, fault, unit, onChange }: Props) {
  return (
    <HStack gap="2" align="end">
      <Box w="130px">
        <TextField
          label={label}
          value={weight?.value ?? ''}
          fault={fault}
          inputMode="decimal"
          placeholder="none"
          onChange={(value) => onChange(orNull(value) === null ? null : weightFrom(value, weight?.unit ?? unit))}
        />
      </Box>
      {weight && (
        <SelectField
          label={`${label}: unit`}
          hideLabel
          width="160px"
          value={weight.unit}
          alternatives={unitAlternatives('mass')}
          onChange={(changed) => onChange({ ...weight, unit: changed })}
        />
      )}
    </HStack>
  );
}

/** What was typed, with the unit that stands behind it where one does: `200 g`. */
function weightFrom(text: string, unit: string): Weight {
  const [, value = '', word = ''] = /^([\d.,]+)\s*([a-z]+)$/i.exec(text.trim()) ?? [];
  const typed = word === '' ? undefined : unitByText(word);
  return typed?.dimension === 'mass' ? { value, unit: typed.code } : { value: text.trim(), unit };
}
