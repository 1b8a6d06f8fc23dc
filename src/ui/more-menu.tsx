'use client';

import { IconButton, Menu, Portal } from '@chakra-ui/react';
import { Ellipsis } from 'lucide-react';
import { type ReactNode } from 'react';

/** The menu of rarer acts behind three dots; its children are the items. */
export function MoreMenu({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <IconButton aria-label={label} variant="ghost" size="sm" colorPalette="ink">
          <Ellipsis size={18} />
        </IconButton>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>{children}</Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
