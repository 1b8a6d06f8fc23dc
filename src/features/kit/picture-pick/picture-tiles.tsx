'use client';

import { Box, chakra, Image, SimpleGrid, Text } from '@chakra-ui/react';
import { matchSorter } from 'match-sorter';
import { useState } from 'react';
import { counted } from '@/core/words';
import { type PictureRow } from '@/services/pictures/library';
import { TypedInput } from '@/ui/field';
import { EmptyPlace } from '@/ui/text';

/** So many stand on the page; the rest is found by searching. */
const MOST_SHOWN = 60;

export const pictureName = ({ name, usedBy }: Pick<PictureRow, 'name' | 'usedBy'>) =>
  name || usedBy[0] || 'A picture without a name';

/** Pictures side by side, found by the name of their file and by what shows them. */
export function PictureTiles({
  pictures,
  onPick,
}: {
  pictures: readonly PictureRow[];
  onPick: (picture: PictureRow) => void;
}) {
  const [search, setSearch] = useState('');
  const found = search.trim() === '' ? pictures : matchSorter([...pictures], search, { keys: ['name', 'usedBy'] });
  return (
    <Box>
      <TypedInput
        type="search"
        aria-label="Search pictures"
        placeholder="Search by file name, or by what shows it"
        maxW="360px"
        mb="4"
        value={search}
        onChange={setSearch}
      />
      {found.length === 0 && (
        <EmptyPlace title={pictures.length === 0 ? 'No picture yet' : 'Nothing found'}>
          {pictures.length === 0
            ? 'What is uploaded anywhere stands here.'
            : `No picture is called like “${search}”, or shown by something that is.`}
        </EmptyPlace>
      )}
      <SimpleGrid minChildWidth="150px" gap="3">
        {found.slice(0, MOST_SHOWN).map((picture) => (
          <chakra.button
            key={picture.hash}
            type="button"
            textAlign="start"
            cursor="pointer"
            borderWidth="1px"
            borderColor="border"
            borderRadius="l2"
            overflow="hidden"
            bg="bg.panel"
            maxW="240px"
            _hover={{ borderColor: 'copper.solid' }}
            onClick={() => onPick(picture)}
          >
            <Image
              src={picture.src}
              alt=""
              loading="lazy"
              w="full"
              aspectRatio={4 / 3}
              objectFit="cover"
              bg="bg.muted"
            />
            <Box px="2" py="1.5">
              <Text fontSize="sm" fontWeight="600" truncate>
                {pictureName(picture)}
              </Text>
              <Text fontSize="xs" color="fg.muted" truncate>
                {picture.uses === 0
                  ? 'not used'
                  : picture.uses === 1
                    ? picture.usedBy[0]
                    : `used ${counted(picture.uses, 'time')}`}
              </Text>
            </Box>
          </chakra.button>
        ))}
      </SimpleGrid>
      {found.length > MOST_SHOWN && (
        <Text color="fg.muted" mt="3" fontSize="sm">
          {MOST_SHOWN} of {found.length}: search to see others.
        </Text>
      )}
    </Box>
  );
}
