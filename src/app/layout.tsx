import '@fontsource-variable/fraunces';
import '@fontsource-variable/source-sans-3';
import '@fontsource/cinzel/400.css';
import '@fontsource/dancing-script/400.css';
import '@fontsource/ibm-plex-mono/400.css';
import '@fontsource/zilla-slab/400.css';
import { type Metadata } from 'next';
import { type ReactNode } from 'react';
import { pageNonce } from '@/http/page';
import { UiProvider } from '@/ui/provider';

export const metadata: Metadata = { title: { default: 'Oak Knot', template: '%s · Oak Knot' } };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = await pageNonce();
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <UiProvider nonce={nonce}>{children}</UiProvider>
      </body>
    </html>
  );
}
