'use client';

import { SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { type LayerOf } from '@/core/catalog';
import { useEditing, useFaultsAt } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';
import { ColourField } from './colour-field';
import { type LayerProps } from './fields-shared';
import { placesFor } from './layer-kinds';
import { PointsFields } from './points-fields';

export function PiecesFields({ layer, path, put }: LayerProps<LayerOf<'pieces'>>) {
  const fault = useFaultsAt(...path);
  const { product, assembled } = useEditing();
  const places = placesFor(product, assembled.choices);
  return (
    <Stack gap="3">
      <PlaceTicks
        label="Pieces of"
        places={places}
        ticked={layer.places}
        onChange={(ticked) => put('places', { places: ticked })}
      />
      {layer.at.length === 0 && (
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
      )}
      <PointsFields layer={layer} path={path} put={put} />
      <ColourField
        label="They take on"
        colour={layer.tint}
        none="no colour: they stay as they are"
        onChange={(tint) => put('tint', { tint })}
      />
      {layer.tint && (
        <PlaceTicks
          label="Only those of"
          places={places.filter(({ value }) => layer.places.includes(value))}
          ticked={layer.tinted}
          onChange={(tinted) => put('tinted', { tinted })}
        />
      )}
    </Stack>
  );
}

/** Places to tick, kept in the order of the page, whatever is ticked first. */
function PlaceTicks({
  label,
  places,
  ticked,
  onChange,
}: {
  label: string;
  places: readonly { readonly value: string; readonly label: string }[];
  ticked: readonly string[];
  onChange: (ticked: string[]) => void;
}) {
  return (
    <Stack gap="1.5" role="group" aria-label={label}>
      <Text fontWeight="600">{label}</Text>
      {places.map((place) => (
        <Tick
          key={place.value}
          label={place.label}
          checked={ticked.includes(place.value)}
          onChange={(on) =>
            onChange(
              places.map(({ value }) => value).filter((key) => (key === place.value ? on : ticked.includes(key))),
            )
          }
        />
      ))}
    </Stack>
  );
}
