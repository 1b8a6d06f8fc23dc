'use client';

import { Button, Code, HStack, Stack, Text } from '@chakra-ui/react';
import { Copy } from 'lucide-react';
import { AppDialog } from '@/ui/dialog';
import { sayDone, sayFailed } from '@/ui/toasts';

interface Props {
  title: string;
  /** what to do with it */
  because: string;
  secret: string;
  onClose: () => void;
}

/** Something that is told once and never again: only its hash is kept. */
export function ToldOnce({ title, because, secret, onClose }: Props) {
  const copy = () =>
    void navigator.clipboard.writeText(secret).then(
      () => sayDone('Copied'),
      () => sayFailed('Not copied', 'The browser keeps the clipboard from this page. Select it and copy it by hand.'),
    );
  return (
    <AppDialog
      open
      title={title}
      // No press beside it may close what is told once.
      footer={
        <HStack>
          <Button variant="outline" colorPalette="ink" onClick={copy}>
            <Copy size={15} aria-hidden /> Copy
          </Button>
          <Button colorPalette="copper" onClick={onClose}>
            Done
          </Button>
        </HStack>
      }
    >
      <Stack gap="3">
        <Text>{because}</Text>
        <Code aria-label="To be copied" p="3" whiteSpace="pre-wrap" overflowWrap="anywhere">
          {secret}
        </Code>
        <Text fontSize="sm" color="fg.muted">
          It is shown now and never again.
        </Text>
      </Stack>
    </AppDialog>
  );
}
