'use client';

import { Button, Grid, IconButton, SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { type LayerOf, MOST_POINTS } from '@/core/catalog';
import { useFaultsAt } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { baseOf, type LayerProps } from './fields-shared';
import { LengthField } from './length-field';

type Pieces = LayerOf<'pieces'>;

const HELD_BY: readonly { readonly value: Pieces['heldBy']; readonly label: string }[] = [
  { value: 'middle', label: 'its middle' },
  { value: 'top', label: 'the middle of its top' },
  { value: 'bottom', label: 'the middle of its foot' },
  { value: 'left', label: 'the middle of its left side' },
  { value: 'right', label: 'the middle of its right side' },
];

/** So far a new point lies from the one before, in units of the view. */
const APART = 20;

const unitsOf = (length: Pieces['x']): number => Number(baseOf(length)) || 0;

/** A new point: in the middle of the layer, or a little beside the last. */
function newPoint({ at, width, height }: Pieces): Pieces['at'][number] {
  const last = at.at(-1);
  const [x, y] = last
    ? [unitsOf(last.x) + APART, unitsOf(last.y)]
    : [Math.round(unitsOf(width) / 2), Math.round(unitsOf(height) / 2)];
  return { x: String(x), y: String(y), turn: '0' };
}

/** Where pieces are set that do not stand one after the other: points on the picture, a piece at each. */
export function PointsFields({ layer, path, put }: LayerProps<Pieces>) {
  const fault = useFaultsAt(...path);
  const { at } = layer;
  const change = (place: number, tag: string, changed: Partial<Pieces['at'][number]>) =>
    put(`point ${place} ${tag}`, {
      at: at.map((point, index) => (index === place ? { ...point, ...changed } : point)),
    });
  return (
    <Stack gap="3" role="group" aria-label="Anchor points">
      <Text fontWeight="600">Anchor points</Text>
      <Text fontSize="sm" color="fg.muted">
        {at.length === 0
          ? 'None: pieces stand one after the other. With points, each holds a piece, in their order.'
          : 'Each holds a piece, in their order; what finds no point is not drawn. Drag them on the picture.'}
      </Text>
      {at.map((point, place) => (
        <Grid key={place} templateColumns="1fr auto" gap="2" alignItems="start" role="group" aria-label={name(place)}>
          <SimpleGrid minChildWidth="230px" gap="2">
            {(['x', 'y'] as const).map((field) => (
              <LengthField
                key={field}
                label={`${name(place)} ${field === 'x' ? 'across' : 'down'}`}
                length={point[field]}
                fault={fault('at', place, field)}
                onChange={(length) => change(place, field, { [field]: length })}
              />
            ))}
            <TextField
              label="Turned by °"
              inputMode="decimal"
              value={point.turn}
              fault={fault('at', place, 'turn')}
              onChange={(turn) => change(place, 'turn', { turn })}
            />
          </SimpleGrid>
          <IconButton
            aria-label={`Remove anchor point ${place + 1}`}
            size="xs"
            mt="7"
            variant="ghost"
            colorPalette="brick"
            onClick={() => put(`remove point ${place}`, { at: at.filter((_, index) => index !== place) })}
          >
            <Trash2 size={14} />
          </IconButton>
        </Grid>
      ))}
      <Button
        size="sm"
        variant="outline"
        alignSelf="start"
        disabled={at.length >= MOST_POINTS}
        onClick={() => put(`add point ${at.length}`, { at: [...at, newPoint(layer)] })}
      >
        <Plus size={16} aria-hidden /> Add an anchor point
      </Button>
      {at.length > 0 && (
        <SimpleGrid minChildWidth="150px" gap="3">
          <SelectField
            label="A point holds a piece by"
            value={layer.heldBy}
            alternatives={HELD_BY}
            onChange={(value) =>
              put('heldBy', { heldBy: HELD_BY.find((held) => held.value === value)?.value ?? 'middle' })
            }
          />
          <TextField
            label="A piece is wide"
            inputMode="decimal"
            value={layer.wide}
            fault={fault('wide')}
            help="Where no scale says it."
            onChange={(wide) => put('wide', { wide })}
          />
        </SimpleGrid>
      )}
    </Stack>
  );
}

const name = (place: number): string => `Point ${place + 1}`;
