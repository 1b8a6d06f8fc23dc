'use client';

import { Button, HStack, Menu, Portal, Text } from '@chakra-ui/react';
import { ChevronDown, Undo2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { send, wordsOf } from '@/features/kit/shared';
import { sayDone, sayFailed } from '@/ui/toasts';

/** What can be done to what is selected in a list. */
export function ManyBar({
  label,
  count,
  onSelectNone,
  children,
}: {
  label: string;
  count: string;
  onSelectNone: () => void;
  children: ReactNode;
}) {
  return (
    <HStack
      as="section"
      aria-label={label}
      bg="copper.subtle"
      borderRadius="l2"
      px="3"
      py="2"
      mb="3"
      gap="3"
      wrap="wrap"
    >
      <Text fontWeight="600">{count} selected:</Text>
      {children}
      <Button size="sm" variant="ghost" colorPalette="ink" onClick={onSelectNone}>
        Select none
      </Button>
    </HStack>
  );
}

const lastSchema = z.object({
  last: z.object({ id: z.number(), words: z.string(), changed: z.number(), at: z.number() }).nullable(),
});
const undoneSchema = z.object({ restored: z.number(), kept: z.array(z.string()) });

/** The last change of many drafts that can be taken back. */
export function useLastChange() {
  const [last, setLast] = useState<z.infer<typeof lastSchema>['last']>(null);
  const read = useCallback(() => {
    send('GET', '/api/manage/bulk', undefined, lastSchema).then(
      (answer) => setLast(answer.last),
      () => undefined,
    );
  }, []);
  useEffect(read, [read]);
  return { last, read };
}

/** Says what the last change of many drafts was, and takes it back. */
export function LastChange({ last, read }: ReturnType<typeof useLastChange>) {
  const router = useRouter();
  if (!last) return null;
  const undo = async () => {
    try {
      const { restored, kept } = await send('DELETE', `/api/manage/bulk/${last.id}`, undefined, undoneSchema);
      sayDone(
        `${counted(restored, 'draft')} as before`,
        kept.length > 0 ? `Changed since, and left as they are: ${kept.join(', ')}.` : undefined,
      );
      read();
      router.refresh();
    } catch (error) {
      sayFailed('Not taken back', wordsOf(error));
    }
  };
  return (
    <HStack fontSize="sm" color="fg.muted" mb="3" gap="2">
      <Text>
        Last change of many: {last.words}, {counted(last.changed, 'draft')}.
      </Text>
      <Button size="xs" variant="outline" colorPalette="ink" onClick={() => void undo()}>
        <Undo2 size={13} aria-hidden /> Undo
      </Button>
    </HStack>
  );
}

interface BarMenuProps<V extends string> {
  words: string;
  items: readonly { readonly value: V; readonly words: string; readonly disabled?: boolean }[];
  onPick: (value: V) => void;
}

/** A button of the bar that unfolds into several things to do. */
export function BarMenu<V extends string>({ words, items, onPick }: BarMenuProps<V>) {
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <Button size="sm" variant="outline">
          {words} <ChevronDown size={15} aria-hidden />
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {items.map((item) => (
              <Menu.Item
                key={item.value}
                value={item.value}
                disabled={item.disabled}
                onClick={() => onPick(item.value)}
              >
                {item.words}
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
