'use client';

import { Box, HStack, SimpleGrid, Text } from '@chakra-ui/react';
import { fileTypeNames, fileTypes, LARGEST_FILE } from '@/core/catalog';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { useFaultAt } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { useWholeText } from '@/features/kit/shared';
import { type KindProps } from './kind-fields';

const KILOBYTE = 1000;

/** Which files are taken, how large and how many. */
export function FileFields({ choice, index, edit }: KindProps<'file'>) {
  const typesFault = useFaultAt('choices', index, 'types');
  const leastFault = useFaultAt('choices', index, 'least');
  const bounds = { least: 1, most: 20, mayBeEmpty: false };
  const largest = useWholeText(
    Math.round(choice.largest / KILOBYTE),
    { least: 1, most: LARGEST_FILE / KILOBYTE, mayBeEmpty: false },
    (value) =>
      value !== null && edit('largest', (draft) => draft.kind === 'file' && void (draft.largest = value * KILOBYTE)),
  );
  const least = useWholeText(
    choice.least,
    bounds,
    (value) => value !== null && edit('least', (draft) => draft.kind === 'file' && void (draft.least = value)),
  );
  const most = useWholeText(
    choice.most,
    bounds,
    (value) => value !== null && edit('most', (draft) => draft.kind === 'file' && void (draft.most = value)),
  );
  return (
    <>
      <Box>
        <Text fontWeight="600" mb="1.5">
          Types, told from what is in the file
        </Text>
        <HStack gap="4" wrap="wrap">
          {fileTypeNames.map((type) => (
            <Tick
              key={type}
              label={fileTypes[type].words}
              checked={choice.types.includes(type)}
              onChange={(on) =>
                edit(
                  'types',
                  (draft) =>
                    draft.kind === 'file' &&
                    void (draft.types = fileTypeNames.filter((name) =>
                      name === type ? on : draft.types.includes(name),
                    )),
                )
              }
            />
          ))}
        </HStack>
        <FaultLine>{typesFault}</FaultLine>
      </Box>
      <SimpleGrid columns={3} gap="4">
        <TextField
          label="Largest file (kB)"
          value={largest.text}
          fault={largest.fault}
          inputMode="numeric"
          onChange={largest.take}
        />
        <TextField
          label="Minimum files"
          value={least.text}
          fault={least.fault ?? leastFault}
          inputMode="numeric"
          onChange={least.take}
        />
        <TextField
          label="Maximum files"
          value={most.text}
          fault={most.fault}
          inputMode="numeric"
          onChange={most.take}
        />
      </SimpleGrid>
    </>
  );
}
