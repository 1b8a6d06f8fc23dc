'use client';

import { ChakraProvider } from '@chakra-ui/react';
import { ThemeProvider } from 'next-themes';
import { type ReactNode } from 'react';
import { StyleRegistry } from './style-registry';
import { system } from './theme';
import { Toasts } from './toasts';

/** What every page stands in: the theme, light or dark, and the messages that come and go. */
export function UiProvider({ children }: { children: ReactNode }) {
  return (
    <StyleRegistry>
      <ChakraProvider value={system}>
        <ThemeProvider attribute="class" disableTransitionOnChange defaultTheme="light">
          {children}
          <Toasts />
        </ThemeProvider>
      </ChakraProvider>
    </StyleRegistry>
  );
}
