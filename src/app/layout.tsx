import '@fontsource-variable/fraunces';
import '@fontsource-variable/source-sans-3';
import '@fontsource/cinzel/400.css';
import '@fontsource/dancing-script/400.css';
import '@fontsource/ibm-plex-mono/400.css';
import '@fontsource/zilla-slab/400.css';
import { type Metadata } from 'next';
import { type ReactNode } from 'react';
import { UiProvider } from '@/ui/provider';

export const metadata: Metadata = { title: { default: 'Oak Knot', template: '%s · Oak Knot' } };

export default function RootLayout({ children }: { children: ReactNode }) {
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <UiProvider>{children}</UiProvider>
      </body>
    </html>
  );
}
