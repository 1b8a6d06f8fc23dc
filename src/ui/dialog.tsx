'use client';

import { Button, CloseButton, Dialog, Portal } from '@chakra-ui/react';
import { type ReactNode, useState } from 'react';

interface Props {
  title: string;
  open: boolean;
  /** absent where an answer must be given */
  onClose?: () => void;
  children: ReactNode;
  footer?: ReactNode;
  size?: 'sm' | 'md' | 'lg' | 'xl' | 'full';
  /** where the focus goes when it is closed; null for where it was before */
  focusAfter?: () => HTMLElement | null;
}

/**
 * The one dialog. Once something has been typed into it, a press beside it does not close it: only its buttons and
 * Escape do.
 */
export function AppDialog({ title, open, onClose, children, footer, size = 'md', focusAfter }: Props) {
  const [isTyped, setTyped] = useState(false);
  if (!open && isTyped) setTyped(false);
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(details) => !details.open && onClose?.()}
      closeOnEscape={onClose !== undefined}
      closeOnInteractOutside={onClose !== undefined && !isTyped}
      size={size}
      finalFocusEl={focusAfter}
      lazyMount
      unmountOnExit
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="bg.panel" onInput={() => setTyped(true)}>
            <Dialog.Header>
              <Dialog.Title fontFamily="heading">{title}</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>{children}</Dialog.Body>
            {footer && <Dialog.Footer>{footer}</Dialog.Footer>}
            {onClose && (
              <Dialog.CloseTrigger asChild>
                <CloseButton size="sm" aria-label="Close" />
              </Dialog.CloseTrigger>
            )}
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

/** The two buttons that most dialogs end in. */
export function DialogButtons({
  confirm,
  onConfirm,
  onClose,
  busy,
  danger = false,
}: {
  confirm: string;
  onConfirm: () => void;
  onClose: () => void;
  busy?: boolean;
  danger?: boolean;
}) {
  return (
    <>
      <Button variant="ghost" colorPalette="ink" onClick={onClose}>
        Cancel
      </Button>
      <Button colorPalette={danger ? 'brick' : 'copper'} loading={busy} onClick={onConfirm}>
        {confirm}
      </Button>
    </>
  );
}
