'use client';

import { SimpleGrid, Stack, Text } from '@chakra-ui/react';
import { blends, type Layer } from '@/core/catalog';
import { useEditing, useFaultsAt } from '@/features/editors/frame';
import { ConditionField, firstTest } from '@/features/editors/rules';
import { SelectField, TextField } from '@/ui/field';
import { Tick } from '@/ui/tick';
import { type LayerProps } from './fields-shared';
import { LengthField } from './length-field';
import { MeasureFields } from './measure-fields';
import { PictureFields } from './picture-fields';
import { PiecesFields } from './pieces-fields';
import { ShapeFields } from './shape-fields';
import { TextFields } from './text-fields';

/** Everything that can be said of one layer. */
export function LayerFields({ layer, path, put }: LayerProps) {
  const fault = useFaultsAt(...path);
  return (
    <Stack gap="4">
      <TextField
        label="Name of the layer"
        placeholder="only seen here"
        maxLength={80}
        value={layer.title}
        fault={fault('key')}
        onChange={(title) => put('title', { title })}
      />
      <KindFields layer={layer} path={path} put={put} />
      <Place layer={layer} path={path} put={put} />
      <SeenWhen layer={layer} put={put} />
    </Stack>
  );
}

function KindFields({ layer, path, put }: LayerProps) {
  switch (layer.kind) {
    case 'picture':
      return <PictureFields layer={layer} path={path} put={put} />;
    case 'shape':
      return <ShapeFields layer={layer} path={path} put={put} />;
    case 'text':
      return <TextFields layer={layer} path={path} put={put} />;
    case 'measure':
      return <MeasureFields layer={layer} path={path} put={put} />;
    case 'pieces':
      return <PiecesFields layer={layer} path={path} put={put} />;
  }
}

const ACROSS = [
  { value: 'left', label: 'the left' },
  { value: 'middle', label: 'the middle' },
  { value: 'right', label: 'the right' },
];
const DOWN = [
  { value: 'top', label: 'the top' },
  { value: 'middle', label: 'the middle' },
  { value: 'bottom', label: 'the bottom' },
];

/** Where it lies, in numbers. */
function Place({ layer, path, put }: LayerProps) {
  const fault = useFaultsAt(...path);
  return (
    <Stack gap="3" role="group" aria-label="Place and look">
      <Text fontWeight="600">Place and look</Text>
      <SimpleGrid minChildWidth="230px" gap="3">
        {(
          [
            ['x', 'Across'],
            ['y', 'Down'],
            ['width', 'Width'],
            ['height', 'Height'],
          ] as const
        ).map(([field, label]) => (
          <LengthField
            key={field}
            label={label}
            length={layer[field]}
            fault={fault(field)}
            onChange={(length) => put(field, { [field]: length })}
          />
        ))}
      </SimpleGrid>
      <SimpleGrid minChildWidth="150px" gap="3">
        <SelectField
          label="Across it keeps to"
          value={layer.anchor.across}
          alternatives={ACROSS}
          onChange={(across) =>
            put('anchor', {
              anchor: { ...layer.anchor, across: across === 'right' || across === 'middle' ? across : 'left' },
            })
          }
        />
        <SelectField
          label="Down it keeps to"
          value={layer.anchor.down}
          alternatives={DOWN}
          onChange={(down) =>
            put('anchor', {
              anchor: { ...layer.anchor, down: down === 'bottom' || down === 'middle' ? down : 'top' },
            })
          }
        />
        <TextField
          label="Turned by °"
          inputMode="decimal"
          value={layer.turn}
          fault={fault('turn')}
          onChange={(turn) => put('turn', { turn })}
        />
        <TextField
          label="Opacity in %"
          inputMode="numeric"
          value={String(layer.opacity)}
          onChange={(text) => {
            const opacity = Number(text);
            if (Number.isInteger(opacity) && opacity >= 0 && opacity <= 100) put('opacity', { opacity });
          }}
        />
        <SelectField
          label="On what is below"
          value={layer.blend}
          alternatives={[
            { value: 'normal', label: 'it covers it' },
            { value: 'multiply', label: 'it darkens it (multiply)' },
            { value: 'screen', label: 'it lightens it (screen)' },
          ]}
          onChange={(value) => put('blend', { blend: blends.find((blend) => blend === value) ?? 'normal' })}
        />
      </SimpleGrid>
    </Stack>
  );
}

/** When it is seen: always, or while a condition holds. */
function SeenWhen({ layer, put }: { layer: Layer; put: (tag: string, changed: Pick<Layer, 'when'>) => void }) {
  const { assembled } = useEditing();
  return (
    <Stack gap="2">
      <Tick
        label="Seen only when …"
        checked={layer.when !== null}
        onChange={(on) => put('when', { when: on ? { kind: 'all', of: [firstTest(assembled.choices)] } : null })}
      />
      {layer.when && (
        <ConditionField label="Seen when" condition={layer.when} onChange={(when) => put('when condition', { when })} />
      )}
    </Stack>
  );
}
