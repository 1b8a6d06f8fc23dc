'use client';

import { Box, chakra, HStack } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { type Picture } from '@/core/catalog';
import { LayeredPicture } from '@/ui/layered-picture';

const Image = chakra('img');

/**
 * The pictures of a product: one large, the others to be brought forward. What is chosen brings its own picture
 * forward, with what lies on top of it.
 *
 * @param layers what the selection looks like, from the bottom up
 * @param children what stands on the first picture
 */
export function Gallery({
  pictures,
  layers,
  title,
  children,
}: {
  pictures: readonly Picture[];
  layers: readonly Picture[];
  title: string;
  children?: ReactNode;
}) {
  const [chosen, setChosen] = useState<number | null>(null);
  const looks = layers.map(({ src }) => src).join(' ');
  const [shownFor, setShownFor] = useState(looks);
  if (shownFor !== looks) {
    setShownFor(looks);
    setChosen(null);
  }
  const forward = chosen === null ? undefined : pictures[chosen];
  const shown = forward ? [forward] : layers.length > 0 ? layers : pictures.slice(0, 1);
  const [main] = shown;
  return (
    <Box>
      <Box
        position="relative"
        aspectRatio={4 / 3}
        bg="bg.muted"
        borderRadius="l3"
        overflow="hidden"
        borderWidth="1px"
        borderColor="border"
      >
        {main && <LayeredPicture layers={shown} title={title} w="full" h="full" />}
        {/* Measures are placed on the first picture; on another they would point at nothing. */}
        {(chosen === null || chosen === 0) && children}
      </Box>
      {pictures.length > 1 && (
        <HStack mt="3" gap="2">
          {pictures.map((picture, index) => (
            <chakra.button
              key={picture.src}
              type="button"
              aria-label={`Show picture ${index + 1}`}
              aria-pressed={picture.src === main?.src}
              w="72px"
              h="54px"
              borderRadius="l1"
              overflow="hidden"
              borderWidth="2px"
              borderColor={picture.src === main?.src ? 'copper.solid' : 'transparent'}
              onClick={() => setChosen(index)}
            >
              <Image src={picture.src} alt="" w="full" h="full" objectFit="cover" />
            </chakra.button>
          ))}
        </HStack>
      )}
    </Box>
  );
}
