'use client';

import { Box, chakra, HStack } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { type Picture } from '@/core/catalog';

const Image = chakra('img');

/**
 * The pictures of a product: one large, the others to be brought forward. What is chosen brings its own picture
 * forward.
 *
 * @param children what stands on the first picture
 */
export function Gallery({ pictures, chosenPicture, title, children }: { pictures: readonly Picture[]; chosenPicture: Picture | null; title: string; children?: ReactNode }) {
  const [chosen, setChosen] = useState<number | null>(null);
  const [shownFor, setShownFor] = useState(chosenPicture?.src);
  if (shownFor !== chosenPicture?.src) {
    setShownFor(chosenPicture?.src);
    setChosen(null);
  }
  const main = (chosen === null ? chosenPicture : pictures[chosen]) ?? pictures[0];
  return (
    <Box>
      <Box position="relative" aspectRatio={4 / 3} bg="bg.muted" borderRadius="l3" overflow="hidden" borderWidth="1px" borderColor="border">
        {main && <Image src={main.src} alt={main.alt || title} w="full" h="full" objectFit="cover" />}
        {/* Measures are placed on the first picture; on another they would point at nothing. */}
        {(chosen === null || chosen === 0) && children}
      </Box>
      {pictures.length > 1 && (
        <HStack mt="3" gap="2">
          {pictures.map((picture, index) => (
            <chakra.button key={picture.src} type="button" aria-label={`Show picture ${index + 1}`} aria-pressed={picture.src === main?.src} w="72px" h="54px" borderRadius="l1" overflow="hidden" borderWidth="2px" borderColor={picture.src === main?.src ? 'copper.solid' : 'transparent'} onClick={() => setChosen(index)}>
              <Image src={picture.src} alt="" w="full" h="full" objectFit="cover" />
            </chakra.button>
          ))}
        </HStack>
      )}
    </Box>
  );
}
