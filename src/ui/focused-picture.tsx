'use client';

import { chakra, type HTMLChakraProps } from '@chakra-ui/react';
import { useCallback, useState } from 'react';
import { cutAt } from './cut-at';
import { useLoaded } from './use-loaded';

const Image = chakra('img');

interface Props extends Omit<HTMLChakraProps<'img'>, 'src' | 'alt'> {
  picture: {
    readonly src: string;
    readonly alt: string;
    readonly focus?: { readonly x: number; readonly y: number } | null;
  };
}

/** A picture that fills its frame, cut where it must be: what it is about is as near the middle as can be. */
export function FocusedPicture({ picture: { src, alt, focus }, ...rest }: Props) {
  const [larger, setLarger] = useState({ x: 1, y: 1 });
  const measured = useLoaded(
    useCallback(({ naturalWidth, naturalHeight, clientWidth, clientHeight }) => {
      if (clientWidth === 0) return;
      const [across, down] = [naturalWidth / clientWidth, naturalHeight / clientHeight];
      const scale = Math.min(across, down);
      setLarger({ x: across / scale, y: down / scale });
    }, []),
  );
  const place = focus && { objectPosition: `${cutAt(focus.x, larger.x)}% ${cutAt(focus.y, larger.y)}%` };
  return (
    <Image
      src={src}
      alt={alt}
      w="full"
      h="full"
      objectFit="cover"
      {...rest}
      {...(place && { ...measured, style: place })}
    />
  );
}
