'use client';

import { ChakraProvider } from '@chakra-ui/react';
import { ThemeProvider } from 'next-themes';
import { type ReactNode } from 'react';
import { FocusKeeper } from './focus-keeper';
import { StyleRegistry } from './style-registry';
import { system } from './theme';
import { Toasts } from './toasts';

/**
 * What every page stands in: the theme, light or dark, and the messages that come and go. @param nonce what lets a
 * script in the page run
 */
export function UiProvider({ nonce, children }: { nonce: string | undefined; children: ReactNode }) {
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <ThemeProvider nonce={nonce} attribute="class" disableTransitionOnChange defaultTheme="light">
          {children}
          <Toasts />
          <FocusKeeper />
        </ThemeProvider>
      </ChakraProvider>
    </StyleRegistry>
  );
}
