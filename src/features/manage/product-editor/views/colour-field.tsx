'use client';

import { chakra, HStack, Stack } from '@chakra-ui/react';
import { useState } from 'react';
import { type PictureColour } from '@/core/catalog';
import { readColour } from '@/core/colour';
import { useEditing } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { coloured } from './layer-kinds';

interface Props {
  label: string;
  colour: PictureColour | null;
  /** what it is called when it has none; absent where it must have one */
  none?: string;
  onChange: (colour: PictureColour | null) => void;
}

/** A colour of its own, or that of what is chosen. */
export function ColourField({ label, colour, none, onChange }: Props) {
  const { assembled } = useEditing();
  const swatches = coloured(assembled.choices);
  const alternatives = [
    ...(none === undefined ? [] : [{ value: '', label: none }]),
    ...swatches.map(({ key, title }) => ({ value: `choice:${key}`, label: `the colour of ${title || key}` })),
    { value: 'fixed', label: 'a colour of its own' },
  ];
  const chosen = colour?.kind === 'chosen' ? swatches.find(({ key }) => key === colour.choice) : undefined;
  const isTwoTone = chosen?.kind === 'swatch' && chosen.options.some(({ colours }) => colours.length > 1);
  return (
    <Stack gap="2">
      <SelectField
        label={label}
        value={colour === null ? '' : colour.kind === 'fixed' ? 'fixed' : `choice:${colour.choice}`}
        alternatives={alternatives}
        onChange={(value) => {
          if (value === '') onChange(null);
          else if (value === 'fixed') onChange({ kind: 'fixed', colour: '#c9a468' });
          else onChange({ kind: 'chosen', choice: value.slice('choice:'.length), place: 0 });
        }}
      />
      {colour?.kind === 'fixed' && (
        <HexField
          label={`${label}: which`}
          colour={colour.colour}
          onChange={(hex) => onChange({ kind: 'fixed', colour: hex })}
        />
      )}
      {colour?.kind === 'chosen' && isTwoTone && (
        <SelectField
          label="Which of its colours"
          value={String(colour.place)}
          alternatives={['the first', 'the second', 'the third'].map((words, place) => ({
            value: String(place),
            label: words,
          }))}
          onChange={(place) => onChange({ ...colour, place: Number(place) })}
        />
      )}
    </Stack>
  );
}

/** A colour as a code, by its ordinary name, or picked; what is half typed waits. */
export function HexField({
  label,
  colour,
  onChange,
}: {
  label: string;
  colour: string;
  onChange: (hex: string) => void;
}) {
  const [typed, setTyped] = useState({ of: colour, text: colour });
  const text = typed.of === colour ? typed.text : colour;
  const take = (given: string) => {
    const hex = readColour(given);
    setTyped({ of: hex ?? colour, text: given });
    if (hex !== null) onChange(hex);
  };
  return (
    <HStack gap="1.5" align="start">
      <TextField
        label={label}
        value={text}
        fault={readColour(text) === null ? 'Write it like #5b7a5e, or by its name.' : undefined}
        onChange={take}
      />
      <chakra.input
        type="color"
        aria-label={`${label}, picked`}
        mt="28px"
        flexShrink="0"
        w="36px"
        h="40px"
        borderRadius="l1"
        cursor="pointer"
        value={colour}
        onChange={(event) => take(event.target.value)}
      />
    </HStack>
  );
}
