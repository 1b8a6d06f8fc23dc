'use client';

import { Button, HStack, Menu, Portal, Text } from '@chakra-ui/react';
import { ChevronDown, Undo2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { readLines, send, wordsOf } from '@/features/kit/shared';
import { sayDone, sayFailed } from '@/ui/toasts';
import { followMade, keptWords, type Made } from './made';

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
  last: z
    .object({ id: z.number(), words: z.string(), changed: z.number(), at: z.number(), isHalf: z.boolean() })
    .nullable(),
});

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

/** Says what the last change of many drafts was; takes it back, or goes on with it where it was stopped. */
export function LastChange({ last, read }: ReturnType<typeof useLastChange>) {
  const router = useRouter();
  const [made, setMade] = useState<Made | null>(null);
  const making = useRef<AbortController>(null);
  if (!last) return null;
  const follow = async (method: 'POST' | 'DELETE') => {
    const isBack = method === 'DELETE';
    const { signal } = (making.current = new AbortController());
    setMade({ done: 0, total: 0, changed: 0, kept: [] });
    try {
      const lines = readLines(`/api/manage/bulk/${last.id}`, signal, undefined, method);
      const done = await followMade(lines, setMade);
      sayDone(`${counted(done.changed, 'draft')} ${isBack ? 'as before' : 'changed'}`, keptWords(done));
    } catch (error) {
      if (!signal.aborted) sayFailed(isBack ? 'Not taken back' : 'Not changed', wordsOf(error));
    }
    setMade(null);
    read();
    router.refresh();
  };
  return (
    <HStack fontSize="sm" color="fg.muted" mb="3" gap="2">
      <Text>
        Last change of many: {last.words}, {counted(last.changed, 'draft')}
        {last.isHalf ? '; it was stopped on the way.' : '.'}
      </Text>
      {made ? (
        <>
          <Text role="status">
            {made.done} of {made.total} …
          </Text>
          <Button size="xs" variant="outline" colorPalette="ink" onClick={() => making.current?.abort()}>
            Stop
          </Button>
        </>
      ) : (
        <>
          {last.isHalf && (
            <Button size="xs" variant="outline" colorPalette="ink" onClick={() => void follow('POST')}>
              Go on
            </Button>
          )}
          <Button size="xs" variant="outline" colorPalette="ink" onClick={() => void follow('DELETE')}>
            <Undo2 size={13} aria-hidden /> Undo
          </Button>
        </>
      )}
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
