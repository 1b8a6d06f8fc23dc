'use client';

import { Box, HStack, Text } from '@chakra-ui/react';
import { type OptionsChoice } from '@/core/catalog';
import { FaultLine } from '@/ui/fault-line';
import { SelectField } from '@/ui/field';
import { useFaultAt } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { type EditChoice } from './choice';

/** What is chosen to begin with: one option, several, or none, so that customers must choose. */
export function DefaultField({
  choice,
  index,
  edit,
}: {
  choice: Exclude<OptionsChoice, { kind: 'slot' }>;
  index: number;
  edit: EditChoice;
}) {
  const fault = useFaultAt('choices', index, 'default');
  if (choice.kind === 'several') {
    return (
      <Box>
        <Text fontWeight="600" mb="1.5">
          Default
        </Text>
        <HStack gap="4" wrap="wrap">
          {choice.options.map(({ key, title }) => (
            <Tick
              key={key}
              label={title || key}
              checked={choice.default.includes(key)}
              onChange={(on) =>
                edit(
                  'default',
                  (draft) =>
                    draft.kind === 'several' &&
                    void (draft.default = on
                      ? [...draft.default, key]
                      : draft.default.filter((other) => other !== key)),
                )
              }
            />
          ))}
        </HStack>
        <FaultLine>{fault}</FaultLine>
      </Box>
    );
  }
  return (
    <Box maxW="340px">
      <SelectField
        label="Default"
        value={choice.default ?? ''}
        fault={fault}
        alternatives={[
          { value: '', label: choice.required ? 'none, customer must choose' : 'none' },
          ...choice.options.map(({ key, title }) => ({ value: key, label: title })),
        ]}
        onChange={(key) =>
          edit('default', (draft) => 'stocked' in draft && void (draft.default = key === '' ? null : key))
        }
      />
    </Box>
  );
}
