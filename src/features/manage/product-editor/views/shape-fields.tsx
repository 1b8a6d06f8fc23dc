'use client';

import { SimpleGrid, Stack } from '@chakra-ui/react';
import { type LayerOf } from '@/core/catalog';
import { useFaultsAt } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';
import { ColourField, HexField } from './colour-field';
import { type LayerProps } from './fields-shared';

export function ShapeFields({ layer, path, put }: LayerProps<LayerOf<'shape'>>) {
  const fault = useFaultsAt(...path);
  return (
    <Stack gap="3">
      <SimpleGrid minChildWidth="150px" gap="3">
        <SelectField
          label="Shape"
          value={layer.shape}
          alternatives={[
            { value: 'rectangle', label: 'rectangle' },
            { value: 'ellipse', label: 'ellipse' },
            { value: 'frame', label: 'frame' },
          ]}
          onChange={(shape) => put('shape', { shape: shape === 'ellipse' || shape === 'frame' ? shape : 'rectangle' })}
        />
        {layer.shape !== 'ellipse' && (
          <TextField
            label="Rounded by"
            inputMode="decimal"
            value={layer.corner}
            fault={fault('corner')}
            onChange={(corner) => put('corner', { corner })}
          />
        )}
        {layer.shape === 'frame' && (
          <TextField
            label="Width of its bars"
            inputMode="decimal"
            value={layer.bar}
            fault={fault('bar')}
            onChange={(bar) => put('bar', { bar })}
          />
        )}
      </SimpleGrid>
      <Tick
        label="A cut line: only in the workshop’s drawing"
        checked={layer.cut}
        onChange={(cut) => put('cut', { cut })}
      />
      {!layer.cut && (
        <SimpleGrid minChildWidth="150px" gap="3">
          <ColourField
            label="Filled with"
            colour={layer.fill}
            none="nothing"
            onChange={(fill) => put('fill', { fill })}
          />
          {layer.fill?.kind === 'chosen' && (
            <TextField
              label="A texture’s tile is wide"
              inputMode="decimal"
              value={layer.tile}
              fault={fault('tile')}
              onChange={(tile) => put('tile', { tile })}
            />
          )}
        </SimpleGrid>
      )}
      <SimpleGrid minChildWidth="150px" gap="3">
        <Tick
          label="A line around it"
          checked={layer.line !== null}
          onChange={(on) => put('line', { line: on ? { colour: '#1f1a14', width: '2' } : null })}
        />
        {layer.line && (
          <>
            <TextField
              label="Its width"
              inputMode="decimal"
              value={layer.line.width}
              fault={fault('line', 'width')}
              onChange={(width) => layer.line && put('line width', { line: { ...layer.line, width } })}
            />
            <HexField
              label="Its colour"
              colour={layer.line.colour}
              onChange={(colour) => layer.line && put('line colour', { line: { ...layer.line, colour } })}
            />
          </>
        )}
      </SimpleGrid>
    </Stack>
  );
}
