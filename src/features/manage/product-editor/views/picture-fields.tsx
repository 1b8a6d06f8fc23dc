'use client';

import { Box, SimpleGrid, Stack } from '@chakra-ui/react';
import { type LayerOf } from '@/core/catalog';
import { PictureField } from '@/features/editors/fields';
import { useEditing, useFaultsAt } from '@/features/editors/frame';
import { SelectField } from '@/ui/field';
import { ColourField } from './colour-field';
import { called, type LayerProps } from './fields-shared';
import { files, withOptions } from './layer-kinds';

export function PictureFields({ layer, path, put }: LayerProps<LayerOf<'picture'>>) {
  const fault = useFaultsAt(...path);
  const { assembled } = useEditing();
  const { choices } = assembled;
  const { from } = layer;
  const sources = [
    { value: 'fixed', label: 'one picture' },
    ...called(withOptions(choices), 'the picture of the chosen ').map((one) => ({
      ...one,
      value: `option:${one.value}`,
    })),
    ...called(files(choices), 'what is uploaded to ').map((one) => ({ ...one, value: `file:${one.value}` })),
  ];
  return (
    <Stack gap="3">
      <SimpleGrid minChildWidth="150px" gap="3">
        <SelectField
          label="It shows"
          value={from.kind === 'fixed' ? 'fixed' : `${from.kind}:${from.choice}`}
          fault={fault('from', 'src')}
          alternatives={sources}
          onChange={(value) => {
            const choice = value.slice(value.indexOf(':') + 1);
            put('from', {
              from: value.startsWith('option:')
                ? { kind: 'option', choice }
                : value.startsWith('file:')
                  ? { kind: 'file', choice }
                  : { kind: 'fixed', src: '' },
            });
          }}
        />
        {from.kind === 'fixed' && (
          <Box pb="1">
            <PictureField
              label="Picture"
              src={from.src || null}
              onChange={(src) => put('src', { from: { kind: 'fixed', src: src ?? '' } })}
            />
          </Box>
        )}
      </SimpleGrid>
      <ColourField
        label="It takes on"
        colour={layer.tint}
        none="no colour: it stays as it is"
        onChange={(tint) => put('tint', { tint })}
      />
      <SimpleGrid minChildWidth="150px" gap="3">
        <SelectField
          label="In its box"
          value={layer.fit}
          alternatives={[
            { value: 'whole', label: 'it is seen whole' },
            { value: 'fill', label: 'it fills it, cut at the edges' },
            { value: 'stretch', label: 'it is stretched to it' },
          ]}
          onChange={(fit) => put('fit', { fit: fit === 'fill' || fit === 'stretch' ? fit : 'whole' })}
        />
        <SelectField
          label="Cut to"
          value={layer.mask}
          alternatives={[
            { value: 'none', label: 'nothing' },
            { value: 'rounded', label: 'rounded corners' },
            { value: 'ellipse', label: 'an ellipse' },
          ]}
          onChange={(mask) => put('mask', { mask: mask === 'rounded' || mask === 'ellipse' ? mask : 'none' })}
        />
      </SimpleGrid>
    </Stack>
  );
}
