'use client';

import { createToaster, Toaster as ToastRegion, Toast, Stack } from '@chakra-ui/react';

const toaster = createToaster({ placement: 'bottom-end', pauseOnPageIdle: true });

/** Says that something has been done. */
export function sayDone(title: string, description?: string): void {
  toaster.create({ title, description, type: 'success', duration: 5000 });
}

/** Says that something could not be done; stays until it is closed. */
export function sayFailed(title: string, description?: string): void {
  toaster.create({ title, description, type: 'error', duration: 15_000 });
}

/** Where the messages appear. */
export function Toasts() {
  return (
    <ToastRegion toaster={toaster} insetInline={{ mdDown: '4' }}>
      {(toast) => (
        <Toast.Root width={{ md: 'sm' }} bg={toast.type === 'error' ? 'brick.solid' : 'lichen.solid'} color={toast.type === 'error' ? 'brick.contrast' : 'lichen.contrast'}>
          <Toast.Indicator />
          <Stack gap="1" flex="1" maxWidth="100%">
            {toast.title && <Toast.Title>{toast.title}</Toast.Title>}
            {toast.description && <Toast.Description>{toast.description}</Toast.Description>}
          </Stack>
          <Toast.CloseTrigger />
        </Toast.Root>
      )}
    </ToastRegion>
  );
}
