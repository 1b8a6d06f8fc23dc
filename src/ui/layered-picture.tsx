'use client';

import { Box, chakra, type BoxProps } from '@chakra-ui/react';

const Image = chakra('img');

/** Pictures on top of each other, as one picture: what lies on top covers only what it draws over. */
export function LayeredPicture({
  layers,
  title,
  ...rest
}: { layers: readonly { readonly src: string; readonly alt: string }[]; title: string } & Omit<
  BoxProps,
  'children' | 'title'
>) {
  const alt =
    layers
      .map((layer) => layer.alt)
      .filter((words) => words !== '')
      .join(', ') || title;
  return (
    <Box position="relative" overflow="hidden" role="img" aria-label={alt} {...rest}>
      {layers.map(({ src }, index) => (
        <Image
          key={`${index} ${src}`}
          src={src}
          alt=""
          position="absolute"
          inset="0"
          w="full"
          h="full"
          objectFit="cover"
        />
      ))}
    </Box>
  );
}
