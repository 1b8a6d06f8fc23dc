'use client';

import { Button, Code, HStack, Stack, Text } from '@chakra-ui/react';
import { CopyButton } from '@/ui/copy-button';
import { AppDialog } from '@/ui/dialog';

interface Props {
  title: string;
  /** what to do with it */
  because: string;
  secret: string;
  /** whether it stands in a letter, too, that is still to be sent */
  isWritten?: boolean;
  onClose: () => void;
}

/** Something that is told once and never again: only its hash is kept. */
export function ToldOnce({ title, because, secret, isWritten = false, onClose }: Props) {
  return (
    <AppDialog
      open
      title={title}
      // No press beside it may close what is told once.
      footer={
        <HStack>
          <CopyButton text={secret} />
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
        {!isWritten && (
          <Text fontSize="sm" color="fg.muted">
            It is shown now and never again.
          </Text>
        )}
      </Stack>
    </AppDialog>
  );
}
