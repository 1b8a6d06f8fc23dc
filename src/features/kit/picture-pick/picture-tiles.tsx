'use client';

import { Box, chakra, HStack, Image, SimpleGrid, Text } from '@chakra-ui/react';
import { type ReactNode } from 'react';
import { counted } from '@/core/words';
import { type PictureRow, type PicturesPage } from '@/services/pictures/list';
import { FaultLine } from '@/ui/fault-line';
import { TypedInput } from '@/ui/field';
import { Pages } from '@/ui/table-frame';
import { EmptyPlace } from '@/ui/text';

export const pictureName = ({ name, usedBy }: Pick<PictureRow, 'name' | 'usedBy'>) =>
  name || usedBy[0] || 'A picture without a name';

interface Props {
  /** those of one page, as they are found; null while nothing could be fetched */
  page: PicturesPage | null;
  isWaiting: boolean;
  fault: string | null;
  find: string;
  onFind: (words: string) => void;
  onPage: (page: number) => void;
  onPick: (picture: PictureRow) => void;
  /** what else narrows them down, beside the search */
  children?: ReactNode;
}

/** Pictures side by side, found by the name of their file and by what shows them. */
export function PictureTiles({ page, isWaiting, fault, find, onFind, onPage, onPick, children }: Props) {
  return (
    <Box aria-busy={isWaiting}>
      <HStack gap="4" mb="4" wrap="wrap">
        <TypedInput
          type="search"
          aria-label="Search pictures"
          placeholder="Search by file name, or by what shows it"
          maxW="360px"
          value={find}
          onChange={onFind}
        />
        {children}
      </HStack>
      {fault && <FaultLine>{fault}</FaultLine>}
      {page?.found === 0 && (
        <EmptyPlace title={page.total === 0 ? 'No picture yet' : 'Nothing found'}>
          {page.total === 0 ? 'What is uploaded anywhere stands here.' : nothingFound(find)}
        </EmptyPlace>
      )}
      <SimpleGrid minChildWidth="150px" gap="3">
        {page?.rows.map((picture) => (
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
      {page && page.pages > 1 && (
        <Box mt="3">
          <Pages
            label="Pictures"
            first={page.first}
            shown={page.rows.length}
            found={page.found}
            onBefore={page.page > 1 ? () => onPage(page.page - 1) : null}
            onAfter={page.page < page.pages ? () => onPage(page.page + 1) : null}
          />
        </Box>
      )}
    </Box>
  );
}

const nothingFound = (find: string): string =>
  find.trim() === ''
    ? 'Something shows every picture there is.'
    : `No picture is called like “${find}”, or shown by something that is.`;
