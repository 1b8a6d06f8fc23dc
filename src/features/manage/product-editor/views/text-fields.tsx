'use client';

import { SimpleGrid, Stack } from '@chakra-ui/react';
import { type LayerOf } from '@/core/catalog';
import { TypefaceField } from '@/features/editors/fields';
import { useEditing, useFaultsAt } from '@/features/editors/frame';
import { SelectField, TextField } from '@/ui/field';
import { ColourField } from './colour-field';
import { called, type LayerProps } from './fields-shared';
import { faces, texts } from './layer-kinds';

/** Before the key of a choice that says which typeface it is: no typeface is called so. */
const CHOSEN = 'choice:';

export function TextFields({ layer, path, put }: LayerProps<LayerOf<'text'>>) {
  const fault = useFaultsAt(...path);
  const { assembled } = useEditing();
  const { choices } = assembled;
  const { from, face } = layer;
  return (
    <Stack gap="3">
      <SimpleGrid minChildWidth="150px" gap="3">
        <SelectField
          label="It says"
          value={from.kind === 'fixed' ? '' : from.choice}
          fault={fault('from', 'choice')}
          alternatives={[...called(texts(choices), 'what is typed as '), { value: '', label: 'always the same' }]}
          onChange={(choice) =>
            put('from', { from: choice === '' ? { kind: 'fixed', text: 'Text' } : { kind: 'answer', choice } })
          }
        />
        {from.kind === 'fixed' && (
          <TextField
            label="Text"
            maxLength={500}
            value={from.text}
            onChange={(text) => put('text', { from: { kind: 'fixed', text } })}
          />
        )}
      </SimpleGrid>
      <TypefaceField
        label="Typeface"
        value={face.kind === 'fixed' ? face.face : `${CHOSEN}${face.choice}`}
        fault={fault('face', 'face') ?? fault('face', 'choice')}
        before={called(faces(choices), 'as chosen in ').map((one) => ({ ...one, value: `${CHOSEN}${one.value}` }))}
        onChange={(value) =>
          put('face', {
            face: value.startsWith(CHOSEN)
              ? { kind: 'chosen', choice: value.slice(CHOSEN.length) }
              : { kind: 'fixed', face: value },
          })
        }
      />
      <SimpleGrid minChildWidth="150px" gap="3">
        <ColourField
          label="Its colour"
          colour={layer.colour}
          onChange={(colour) => colour && put('colour', { colour })}
        />
      </SimpleGrid>
      <LetterSize layer={layer} path={path} put={put} />
    </Stack>
  );
}

/** How large it is, and what happens to what is too long. */
function LetterSize({ layer, path, put }: LayerProps<LayerOf<'text'>>) {
  const fault = useFaultsAt(...path);
  return (
    <SimpleGrid minChildWidth="150px" gap="3">
      <TextField
        label="Capitals are tall"
        inputMode="decimal"
        value={layer.size}
        fault={fault('size')}
        onChange={(size) => put('size', { size })}
      />
      <TextField
        label="At least, to be read"
        inputMode="decimal"
        value={layer.smallest}
        fault={fault('smallest')}
        onChange={(smallest) => put('smallest', { smallest })}
      />
      <SelectField
        label="A long text"
        value={layer.lines}
        alternatives={[
          { value: 'one', label: 'is made smaller' },
          { value: 'wrapped', label: 'goes on below' },
        ]}
        onChange={(lines) => put('lines', { lines: lines === 'wrapped' ? 'wrapped' : 'one' })}
      />
      <SelectField
        label="It stands"
        value={layer.align}
        alternatives={[
          { value: 'left', label: 'on the left' },
          { value: 'middle', label: 'in the middle' },
          { value: 'right', label: 'on the right' },
        ]}
        onChange={(align) => put('align', { align: align === 'left' || align === 'right' ? align : 'middle' })}
      />
      <TextField
        label="Radius of its arc"
        inputMode="decimal"
        placeholder="straight"
        value={layer.arc ?? ''}
        fault={fault('arc')}
        help="Less than 0 bends it down."
        onChange={(arc) => put('arc', { arc: arc.trim() === '' ? null : arc })}
      />
    </SimpleGrid>
  );
}
