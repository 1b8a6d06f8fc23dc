'use client';

import { Box, HStack, SimpleGrid, Text } from '@chakra-ui/react';
import { fileTypeNames, fileTypes, LARGEST_FILE } from '@/core/catalog';
import { FaultLine } from '@/ui/fault-line';
import { useFaultAt } from '@/features/editors/frame';
import { Tick } from '@/ui/tick';
import { WholeField } from '@/features/kit/shared';
import { type KindProps } from './kind-fields';

const KILOBYTE = 1000;

/** So many files a choice asks for at most. */
const MOST_FILES = 20;

/** Finer than any press prints. */
const MOST_PER_INCH = 2400;

/** Which files are taken, how large and how many. */
export function FileFields({ choice, index, edit }: KindProps<'file'>) {
  const typesFault = useFaultAt('choices', index, 'types');
  const leastFault = useFaultAt('choices', index, 'least');
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
        <WholeField
          label="Largest file (kB)"
          value={Math.round(choice.largest / KILOBYTE)}
          least={1}
          most={LARGEST_FILE / KILOBYTE}
          onChange={(value) =>
            edit('largest', (draft) => draft.kind === 'file' && void (draft.largest = value * KILOBYTE))
          }
        />
        <WholeField
          label="Minimum files"
          value={choice.least}
          least={1}
          most={MOST_FILES}
          fault={leastFault}
          onChange={(value) => edit('least', (draft) => draft.kind === 'file' && void (draft.least = value))}
        />
        <WholeField
          label="Maximum files"
          value={choice.most}
          least={1}
          most={MOST_FILES}
          onChange={(value) => edit('most', (draft) => draft.kind === 'file' && void (draft.most = value))}
        />
      </SimpleGrid>
      <Tick
        label="Customers may move, turn and enlarge pictures on a view"
        checked={choice.moved}
        onChange={(on) => edit('moved', (draft) => draft.kind === 'file' && void (draft.moved = on))}
      />
      <SimpleGrid columns={2} gap="4">
        <WholeField
          label="Sharp in print from (pixels to an inch)"
          help="At the size that a view true to scale shows. Empty asks for none."
          value={choice.perInch}
          mayBeEmpty
          least={1}
          most={MOST_PER_INCH}
          onChange={(value) => edit('perInch', (draft) => draft.kind === 'file' && void (draft.perInch = value))}
        />
      </SimpleGrid>
    </>
  );
}
