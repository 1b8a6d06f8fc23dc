'use client';

import { HStack, Kbd, Stack, Text } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { AppDialog } from '@/ui/dialog';
import { isTypedInto } from '@/ui/typed-into';
import { PLACES } from '@/features/kit/shared';

const KEYS: readonly {
  readonly title: string;
  readonly keys: readonly { readonly keys: string; readonly does: string }[];
}[] = [
  {
    title: 'Anywhere',
    keys: [
      { keys: 'Ctrl K', does: 'find a product, sheet, swatch, stock item, order or command' },
      { keys: 'Alt N', does: 'a new one of what is listed; in the editor a choice' },
      { keys: '?', does: 'this list' },
      ...PLACES.flatMap(({ letter, title }) =>
        letter === null ? [] : [{ keys: `G ${letter.toUpperCase()}`, does: title }],
      ),
    ],
  },
  {
    title: 'In the editor',
    keys: [
      { keys: 'Alt ↑ ↓', does: 'the place before, the place after' },
      { keys: '/', does: 'find a place in the outline' },
      { keys: 'Ctrl Z', does: 'take the last change back' },
      { keys: 'Ctrl Shift Z', does: 'make it again' },
    ],
  },
  {
    title: 'In the grid of variants',
    keys: [
      { keys: '↑ ↓ ← →', does: 'from cell to cell' },
      { keys: 'Ctrl D', does: 'fill down' },
      { keys: 'Ctrl R', does: 'fill to the right' },
      { keys: 'Ctrl V', does: 'paste a block from a spreadsheet' },
    ],
  },
];

/** So long after G its second letter counts, in milliseconds. */
const SECOND_KEY_WITHIN = 1500;

/** What makes a new one of what is listed; the editor of a product has Alt N for its own. */
const newOne = () => document.querySelector<HTMLButtonElement>('main [data-new]');

/** What the keys do: told after a question mark, and done after G and a letter. */
export function Shortcuts() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const going = useRef(0);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || document.querySelector('[role="dialog"]')) return;
      if (event.altKey) {
        const add = event.code === 'KeyN' ? newOne() : null;
        if (add) event.preventDefault();
        return add?.click();
      }
      if (isTypedInto(event.target)) return;
      if (event.key === '?') {
        event.preventDefault();
        return setOpen(true);
      }
      const place =
        Date.now() - going.current < SECOND_KEY_WITHIN
          ? PLACES.find(({ letter }) => letter === event.key.toLowerCase())
          : undefined;
      going.current = event.key.toLowerCase() === 'g' ? Date.now() : 0;
      if (!place) return;
      event.preventDefault();
      going.current = 0;
      router.push(place.href);
    };
    const onAsk = () => setOpen(true);
    window.addEventListener('keydown', onKey);
    window.addEventListener('oak-knot-shortcuts', onAsk);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('oak-knot-shortcuts', onAsk);
    };
  }, [router]);
  return (
    <AppDialog title="Keys" open={open} onClose={() => setOpen(false)}>
      <Stack gap="4">
        {KEYS.map(({ title, keys }) => (
          <Stack key={title} gap="1.5">
            <Text fontWeight="700">{title}</Text>
            {keys.map(({ keys: pressed, does }) => (
              <HStack key={pressed} gap="3">
                <HStack gap="1" w="130px" flexShrink={0}>
                  {pressed.split(' ').map((key) => (
                    <Kbd key={key}>{key}</Kbd>
                  ))}
                </HStack>
                <Text>{does}</Text>
              </HStack>
            ))}
          </Stack>
        ))}
      </Stack>
    </AppDialog>
  );
}
