'use client';

import { SimpleGrid } from '@chakra-ui/react';
import { type LayerOf } from '@/core/catalog';
import { useEditing, useFaultsAt } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { HexField } from './colour-field';
import { called, type LayerProps } from './fields-shared';
import { measured } from './layer-kinds';

export function MeasureFields({ layer, path, put }: LayerProps<LayerOf<'measure'>>) {
  const fault = useFaultsAt(...path);
  const { assembled } = useEditing();
  return (
    <SimpleGrid minChildWidth="150px" gap="3">
      <SelectField
        label="It tells"
        value={layer.choice}
        fault={fault('choice')}
        alternatives={[{ value: '', label: 'select a measure' }, ...called(measured(assembled.choices))]}
        onChange={(choice) => put('choice', { choice })}
      />
      <SelectField
        label="It runs"
        value={layer.along}
        alternatives={[
          { value: 'across', label: 'across' },
          { value: 'upright', label: 'upright' },
        ]}
        onChange={(along) => put('along', { along: along === 'upright' ? 'upright' : 'across' })}
      />
      <TextField
        label="Figures are tall"
        inputMode="decimal"
        value={layer.size}
        fault={fault('size')}
        onChange={(size) => put('size', { size })}
      />
      <HexField label="Its colour" colour={layer.colour} onChange={(colour) => put('colour', { colour })} />
    </SimpleGrid>
  );
}
