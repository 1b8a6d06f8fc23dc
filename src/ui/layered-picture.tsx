'use client';

import { Box, type BoxProps, chakra } from '@chakra-ui/react';
import { type ReactNode, type Ref, useCallback, useState } from 'react';
import { useLoaded } from './use-loaded';

const Image = chakra('img');

/** Pictures have these proportions until it is known which they have. */
const USUAL = 4 / 3;

type Props = {
  layers: readonly { readonly src: string; readonly alt: string }[];
  title: string;
  /** what stands on the picture: places in it are places in percent of the picture */
  children?: ReactNode;
  /** what is exactly as large as the picture */
  frameRef?: Ref<HTMLDivElement>;
} & Omit<BoxProps, 'children' | 'title'>;

/**
 * Pictures on top of each other, as one picture, whole and as large as there is room: the undermost says what
 * proportions it has, and what lies on top covers only what it draws over.
 */
export function LayeredPicture({ layers, title, children, frameRef, ...rest }: Props) {
  const [ratio, setRatio] = useState(USUAL);
  const measured = useLoaded(
    useCallback(({ naturalWidth, naturalHeight }) => setRatio(naturalWidth / naturalHeight), []),
  );
  const alt =
    layers
      .map((layer) => layer.alt)
      .filter((words) => words !== '')
      .join(', ') || title;
  return (
    <Box display="grid" placeItems="center" overflow="hidden" {...rest} css={{ containerType: 'size' }}>
      <Box
        ref={frameRef}
        position="relative"
        style={{ width: `min(100cqw, calc(100cqh * ${ratio}))`, aspectRatio: String(ratio) }}
      >
        <Box role="img" aria-label={alt} position="absolute" inset="0">
          {layers.map(({ src }, index) => (
            <Image
              key={`${index} ${src}`}
              src={src}
              alt=""
              position="absolute"
              inset="0"
              w="full"
              h="full"
              objectFit="contain"
              draggable={false}
              {...(index === 0 && measured)}
            />
          ))}
        </Box>
        {children}
      </Box>
    </Box>
  );
}
