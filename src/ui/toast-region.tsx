'use client';

import { createToaster, Stack, Toast, Toaster as ToastRegion } from '@chakra-ui/react';

export const toaster = createToaster({ placement: 'bottom-end', pauseOnPageIdle: true });

/** Where the messages appear. */
export function ToastPlace() {
  return (
    <ToastRegion toaster={toaster} insetInline={{ mdDown: '4' }}>
      {(toast) => (
        <Toast.Root
          width={{ md: 'sm' }}
          bg={toast.type === 'error' ? 'brick.solid' : 'lichen.solid'}
          color={toast.type === 'error' ? 'brick.contrast' : 'lichen.contrast'}
        >
          <Toast.Indicator />
          <Stack gap="1" flex="1" maxWidth="100%">
            {toast.title && <Toast.Title>{toast.title}</Toast.Title>}
            {toast.description && <Toast.Description>{toast.description}</Toast.Description>}
          </Stack>
          {toast.action && <Toast.ActionTrigger>{toast.action.label}</Toast.ActionTrigger>}
          <Toast.CloseTrigger />
        </Toast.Root>
      )}
    </ToastRegion>
  );
}
