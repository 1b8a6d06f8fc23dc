'use client';

import { Button } from '@chakra-ui/react';
import { Copy } from 'lucide-react';
import { sayDone, sayFailed } from './toasts';

/** Copies a text; where the browser doesn't let it, it says how else. */
export function CopyButton({ text, size }: { text: string; size?: 'sm' }) {
  const copy = () =>
    void navigator.clipboard.writeText(text).then(
      () => sayDone('Copied'),
      () => sayFailed('Not copied', 'The browser keeps the clipboard from this page. Select it and copy it by hand.'),
    );
  return (
    <Button size={size} variant="outline" colorPalette="ink" onClick={copy}>
      <Copy size={15} aria-hidden /> Copy
    </Button>
  );
}
