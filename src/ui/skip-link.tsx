'use client';

import { chakra } from '@chakra-ui/react';

/** The name of what a page is about, below its head and beside its rail. */
export const CONTENT = 'content';

/** Leads past what stands on every page, to what this one is about: the first that Tab comes to, seen only then. */
export function SkipLink() {
  return (
    <chakra.a
      href={`#${CONTENT}`}
      position="fixed"
      top="-100px"
      left="3"
      zIndex="skipNav"
      px="4"
      py="2"
      borderRadius="l2"
      bg="bg.panel"
      color="fg"
      fontWeight="600"
      boxShadow="lg"
      _focus={{ top: '3' }}
      onClick={(event) => {
        event.preventDefault();
        document.getElementById(CONTENT)?.focus();
      }}
    >
      To the content
    </chakra.a>
  );
}
