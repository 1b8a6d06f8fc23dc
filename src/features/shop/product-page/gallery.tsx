'use client';

import { Box, chakra, HStack, IconButton } from '@chakra-ui/react';
import { Maximize2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import { type ReactNode, type Ref, useRef, useState } from 'react';
import { type Picture, type PictureLayer, type ProductView } from '@/core/catalog';
import { FocusedPicture } from '@/ui/focused-picture';
import { LayeredPicture } from '@/ui/layered-picture';
import { type Enlarged } from './enlarged';

// Only who looks closely.
const EnlargedPictures = dynamic(() => import('./enlarged').then((enlarged) => enlarged.EnlargedPictures));

interface Props {
  pictures: readonly Picture[];
  layers: readonly PictureLayer[];
  title: string;
  views: readonly Pick<ProductView, 'key' | 'title'>[];
  /** the one that the page begins with; null for the pictures */
  standing: Pick<ProductView, 'key' | 'title'> | null;
  draw: (view: string) => ReactNode;
  over: (view: string) => ReactNode;
  notes: (view: string) => ReactNode;
  children?: ReactNode;
}

/**
 * The pictures of a product: one large, the others to be brought forward. What is chosen brings its own picture
 * forward, with what lies on top of it.
 *
 * @param layers what the selection looks like, from the bottom up
 * @param views pictures that are put together from what is chosen; they come first where the page begins with one
 * @param draw draws one of them, by its key
 * @param over what lies over one of them where it is shown large
 * @param notes what is told of one of them
 * @param children what stands on the first picture
 */
export function Gallery({ pictures, layers, title, views, standing, draw, over, notes, children }: Props) {
  // By key and address: views come and go with what is chosen.
  const [chosen, setChosen] = useState<string | null>(null);
  const [isEnlarged, setEnlarged] = useState(false);
  const opener = useRef<HTMLButtonElement>(null);
  const close = () => {
    setEnlarged(false);
    // Once the window is gone that kept the focus in itself.
    requestAnimationFrame(() => opener.current?.focus());
  };
  const looks = standing ? '' : keyOf(layers);
  const [shownFor, setShownFor] = useState(looks);
  if (shownFor !== looks) {
    setShownFor(looks);
    setChosen(null);
  }
  // Whatever is chosen, a picture that is put together shows it: the one looked at stays.
  const forward = pictures.find(({ src }) => src === chosen);
  const view = forward ? undefined : (views.find(({ key }) => key === chosen) ?? standing);
  const shown = forward ? [forward] : layers.length > 0 ? layers : pictures.slice(0, 1);
  const [main] = shown;
  // What the page begins with comes first.
  const inOrder = <T,>(put: readonly T[], pictured: readonly T[]) =>
    standing ? [...put, ...pictured] : [...pictured, ...put];
  const large = (): readonly Enlarged[] =>
    inOrder(
      views.map(({ key, title: called }) => ({ key, title: called, draw: () => draw(key) })),
      (view ? alone(pictures) : withShown(pictures, shown)).map((laid) => largeOf(laid, title)),
    );
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
        cursor="zoom-in"
        // For keys there is the button; what stands on the picture is pressed by itself.
        onClick={({ target }) =>
          target instanceof Element && !target.closest('input, button') && (view ?? main) && setEnlarged(true)
        }
      >
        {view && draw(view.key)}
        {view && over(view.key)}
        {!view && main && (
          <LayeredPicture layers={shown} title={title} w="full" h="full">
            {/* Measures are placed on the first picture; on another they would point at nothing. */}
            {(!forward || forward === pictures[0]) && children}
          </LayeredPicture>
        )}
        {(view ?? main) && <Enlarge ref={opener} onPress={() => setEnlarged(true)} />}
      </Box>
      {view && notes(view.key)}
      {isEnlarged && (
        <EnlargedPictures title={title} pictures={large()} first={view?.key ?? keyOf(shown)} onClose={close} />
      )}
      {views.length + pictures.length > 1 && (
        <HStack mt="3" gap="2" flexWrap="wrap">
          {inOrder(
            views.map(({ key, title: called }) => (
              <Thumbnail key={key} label={`Show ${called}`} pressed={view?.key === key} onPress={() => setChosen(key)}>
                <Box aria-hidden w="full" h="full">
                  {draw(key)}
                </Box>
              </Thumbnail>
            )),
            pictures.map((picture, index) => (
              <PictureThumbnail
                key={picture.src}
                picture={picture}
                number={index + 1}
                pressed={!view && picture.src === main?.src}
                onPress={() => setChosen(picture.src)}
              />
            )),
          )}
        </HStack>
      )}
    </Box>
  );
}

const PictureThumbnail = ({
  picture,
  number,
  ...rest
}: {
  picture: Picture;
  number: number;
  pressed: boolean;
  onPress: () => void;
}) => (
  <Thumbnail label={`Show picture ${number}`} {...rest}>
    <FocusedPicture picture={{ ...picture, alt: '' }} />
  </Thumbnail>
);

const alone = (pictures: readonly Picture[]): (readonly PictureLayer[])[] => pictures.map((picture) => [picture]);

/** All pictures, each alone; what is shown now stands first where it is none of them, as a variant’s is. */
function withShown(pictures: readonly Picture[], shown: readonly PictureLayer[]): (readonly PictureLayer[])[] {
  const [first] = shown;
  return shown.length === 1 && pictures.some(({ src }) => src === first?.src)
    ? alone(pictures)
    : [shown, ...alone(pictures)];
}

const keyOf = (layers: readonly PictureLayer[]): string => layers.map(({ src }) => src).join(' ');

const largeOf = (layers: readonly PictureLayer[], title: string): Enlarged => ({
  key: keyOf(layers),
  title: layers[0]?.alt ?? '',
  draw: () => <LayeredPicture layers={layers} title={title} w="full" h="full" />,
});

function Enlarge({ onPress, ref }: { onPress: () => void; ref: Ref<HTMLButtonElement> }) {
  return (
    <IconButton
      ref={ref}
      aria-label="Enlarge the picture"
      size="sm"
      variant="outline"
      colorPalette="ink"
      bg="bg.panel"
      position="absolute"
      bottom="2"
      right="2"
      onClick={onPress}
    >
      <Maximize2 size={16} />
    </IconButton>
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
