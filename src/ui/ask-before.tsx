'use client';

import { Text } from '@chakra-ui/react';
import { AppDialog, DialogButtons } from './dialog';

interface Props {
  open: boolean;
  /** what is deleted, by its name */
  what: string;
  /** what goes with it, or why it can't be brought back */
  because: string;
  onClose: () => void;
  onDelete: () => void;
}

/** Asks before something is deleted that can't be brought back. */
export function AskBeforeDeleting({ open, what, because, onClose, onDelete }: Props) {
  return (
    <AppDialog
      size="sm"
      open={open}
      title={`Delete ${what}?`}
      onClose={onClose}
      footer={
        <DialogButtons
          danger
          confirm="Delete it"
          onClose={onClose}
          onConfirm={() => {
            onClose();
            onDelete();
          }}
        />
      }
    >
      <Text>{because}</Text>
    </AppDialog>
  );
}
