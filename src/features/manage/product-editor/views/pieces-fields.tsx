'use client';

import { SimpleGrid, Stack } from '@chakra-ui/react';
import { type LayerOf } from '@/core/catalog';
import { useEditing } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';
import { type LayerProps, useFaults } from './fields-shared';
import { placesFor } from './layer-kinds';

export function PiecesFields({ layer, path, put }: LayerProps<LayerOf<'pieces'>>) {
  const fault = useFaults(path);
  const { product, assembled } = useEditing();
  const places = placesFor(product, assembled.choices);
  return (
    <Stack gap="3">
      <Stack gap="1.5" role="group" aria-label="Pieces of">
        {places.map(({ value, label }) => (
          <Tick
            key={value}
            label={label}
            checked={layer.places.includes(value)}
            onChange={(on) =>
              put('places', {
                // In the order of the page, whatever is ticked first.
                places: places
                  .map((place) => place.value)
                  .filter((key) => (key === value ? on : layer.places.includes(key))),
              })
            }
          />
        ))}
      </Stack>
      <SimpleGrid minChildWidth="150px" gap="3">
        <SelectField
          label="One after the other"
          value={layer.towards}
          alternatives={[
            { value: 'up', label: 'upwards, from the foot' },
            { value: 'down', label: 'downwards' },
            { value: 'right', label: 'to the right' },
            { value: 'left', label: 'to the left' },
          ]}
          onChange={(value) =>
            put('towards', { towards: value === 'down' || value === 'left' || value === 'right' ? value : 'up' })
          }
        />
        <TextField
          label="Between them"
          inputMode="decimal"
          value={layer.gap}
          fault={fault('gap')}
          help="Less than 0 overlaps."
          onChange={(gap) => put('gap', { gap })}
        />
      </SimpleGrid>
    </Stack>
  );
}
