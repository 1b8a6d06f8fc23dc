'use client';

import { Box, chakra, Image } from '@chakra-ui/react';
import { Maximize2, Minimize2 } from 'lucide-react';
import { useState } from 'react';

/** A size chart or drawing: small to begin with, and as wide as the form when it is pressed. */
export function OpensInPlace({ src, alt }: { src: string; alt: string }) {
  const [open, setOpen] = useState(false);
  const Mark = open ? Minimize2 : Maximize2;
  return (
    <chakra.button
      type="button"
      aria-expanded={open}
      aria-label={`${alt || 'Picture'}, ${open ? 'smaller' : 'larger'}`}
      position="relative"
      display="block"
      mt="2"
      cursor="pointer"
      w={open ? 'full' : '160px'}
      maxW="full"
      onClick={() => setOpen(!open)}
    >
      <Image
        src={src}
        alt=""
        w="full"
        maxH={open ? undefined : '110px'}
        objectFit={open ? 'contain' : 'cover'}
        objectPosition="top"
        borderWidth="1px"
        borderColor="border.emphasized"
        borderRadius="l2"
        bg="bg.panel"
      />
      <Box
        as="span"
        position="absolute"
        right="1.5"
        bottom="1.5"
        bg="bg.panel"
        borderWidth="1px"
        borderColor="border.emphasized"
        borderRadius="l1"
        p="1"
        aria-hidden
      >
        <Mark size={14} />
      </Box>
    </chakra.button>
  );
}
