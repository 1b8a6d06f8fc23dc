'use client';

import { Box, chakra, HStack } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';
import { type Picture, type ProductView } from '@/core/catalog';
import { LayeredPicture } from '@/ui/layered-picture';

const Image = chakra('img');

/**
 * The pictures of a product: one large, the others to be brought forward. What is chosen brings its own picture
 * forward, with what lies on top of it.
 *
 * @param layers what the selection looks like, from the bottom up
 * @param views pictures that are put together from what is chosen, which come first
 * @param draw draws one of them, by its key
 * @param notes what is told of one of them
 * @param children what stands on the first picture
 */
export function Gallery({
  pictures,
  layers,
  title,
  views,
  draw,
  notes,
  children,
}: {
  pictures: readonly Picture[];
  layers: readonly Picture[];
  title: string;
  views: readonly Pick<ProductView, 'key' | 'title'>[];
  draw: (view: string) => ReactNode;
  notes: (view: string) => ReactNode;
  children?: ReactNode;
}) {
  const [chosen, setChosen] = useState<number | null>(null);
  const looks = views.length > 0 ? '' : layers.map(({ src }) => src).join(' ');
  const [shownFor, setShownFor] = useState(looks);
  if (shownFor !== looks) {
    setShownFor(looks);
    setChosen(null);
  }
  // Whatever is chosen, a picture that is put together shows it: the one looked at stays.
  const view = chosen === null ? views[0] : views[chosen];
  const forward = chosen === null ? undefined : pictures[chosen - views.length];
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
        {view && draw(view.key)}
        {!view && main && <LayeredPicture layers={shown} title={title} w="full" h="full" />}
        {/* Measures are placed on the first picture; on another they would point at nothing. */}
        {!view && (chosen === null || chosen === views.length) && children}
      </Box>
      {view && notes(view.key)}
      {views.length + pictures.length > 1 && (
        <HStack mt="3" gap="2" flexWrap="wrap">
          {views.map(({ key, title: called }, index) => (
            <Thumbnail key={key} label={`Show ${called}`} pressed={view?.key === key} onPress={() => setChosen(index)}>
              <Box aria-hidden w="full" h="full">
                {draw(key)}
              </Box>
            </Thumbnail>
          ))}
          {pictures.map((picture, index) => (
            <Thumbnail
              key={picture.src}
              label={`Show picture ${index + 1}`}
              pressed={!view && picture.src === main?.src}
              onPress={() => setChosen(views.length + index)}
            >
              <Image src={picture.src} alt="" w="full" h="full" objectFit="cover" />
            </Thumbnail>
          ))}
        </HStack>
      )}
    </Box>
  );
}

function Thumbnail({
  label,
  pressed,
  onPress,
  children,
}: {
  label: string;
  pressed: boolean;
  onPress: () => void;
  children: ReactNode;
}) {
  return (
    <chakra.button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      w="72px"
      h="54px"
      bg="bg.muted"
      borderRadius="l1"
      overflow="hidden"
      borderWidth="2px"
      borderColor={pressed ? 'copper.solid' : 'transparent'}
      onClick={onPress}
    >
      {children}
    </chakra.button>
  );
}
