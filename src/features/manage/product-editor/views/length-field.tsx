'use client';

import { Box, HStack } from '@chakra-ui/react';
import { followed, type PictureLength } from '@/core/catalog';
import { figuresOf } from '@/core/compile';
import { useEditing } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { baseOf } from './fields-shared';
import { measured } from './layer-kinds';

interface Props {
  label: string;
  length: PictureLength;
  fault?: string;
  onChange: (length: PictureLength) => void;
}

/** A length on a picture: a number, that may grow with a measure or a formula. */
export function LengthField({ label, length, fault, onChange }: Props) {
  const { assembled, program } = useEditing();
  const base = baseOf(length);
  const grows = [
    { value: '', label: 'stays as it is' },
    ...measured(assembled.choices).map(({ key, title }) => ({
      value: `choice:${key}`,
      label: `grows with ${title || key}`,
    })),
    ...[...figuresOf(program.formulas)].map(([key, { title }]) => ({
      value: `formula:${key}`,
      label: `grows with ${title || key}`,
    })),
  ];
  const follow = (name: string) => {
    const [kind, key] = [name.slice(0, name.indexOf(':')), name.slice(name.indexOf(':') + 1)];
    const times = typeof length === 'string' ? '1' : length.times;
    if (kind === 'choice') onChange({ base, times, of: { kind, choice: key } });
    else if (kind === 'formula') onChange({ base, times, of: { kind, formula: key } });
    else onChange(base);
  };
  return (
    <HStack gap="2" align="end">
      <Box w="76px" flexShrink="0">
        <TextField
          label={label}
          inputMode="decimal"
          value={base}
          fault={fault}
          onChange={(value) => onChange(typeof length === 'string' ? value : { ...length, base: value })}
        />
      </Box>
      {grows.length > 1 && (
        <SelectField
          label={`${label} …`}
          hideLabel
          value={followed(length) ?? ''}
          alternatives={grows}
          onChange={follow}
        />
      )}
      {typeof length !== 'string' && (
        <Box w="64px" flexShrink="0">
          <TextField
            label="times"
            inputMode="decimal"
            value={length.times}
            onChange={(times) => onChange({ ...length, times })}
          />
        </Box>
      )}
    </HStack>
  );
}
