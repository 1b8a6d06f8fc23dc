'use client';

import { Box, chakra, Dialog, HStack, Input, Portal, Text } from '@chakra-ui/react';
import { matchSorter } from 'match-sorter';
import { useRouter } from 'next/navigation';
import { type KeyboardEvent, useEffect, useEffectEvent, useMemo, useState } from 'react';
import { PLACES, useFindings } from '@/features/kit/shared';
import { type Command, useCommands } from './commands';

interface Entry {
  readonly kind: string;
  readonly title: string;
  readonly hint: string;
  readonly run: () => void;
}

const MOST_SHOWN = 12;

/** Finds products, sheets, swatches, stock items, orders and actions: Ctrl/⌘ K. */
export function Palette() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k') return;
      event.preventDefault();
      setOpen((current) => !current);
    };
    const onAsk = () => setOpen(true);
    window.addEventListener('keydown', onKey);
    window.addEventListener('oak-knot-palette', onAsk);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('oak-knot-palette', onAsk);
    };
  }, []);
  return (
    <Dialog.Root
      open={open}
      onOpenChange={(details) => setOpen(details.open)}
      size="lg"
      placement="top"
      lazyMount
      unmountOnExit
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="bg.panel" aria-label="Find anything">
            <Dialog.Body p="0">{open && <Finder onDone={() => setOpen(false)} />}</Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

function Finder({ onDone }: { onDone: () => void }) {
  const router = useRouter();
  const commands = useCommands();
  const [search, setSearch] = useState('');
  const { findings, isWaiting } = useFindings(search.trim() === '' ? null : search);
  const [chosen, setChosen] = useState(0);
  /** the words at which Enter was pressed before anything was found by them */
  const [meant, setMeant] = useState<string>();
  // Read once as it opens: the commands are those of the screen behind it.
  const [here] = useState<readonly Command[]>(() => commands?.list() ?? []);
  const entries = useMemo<Entry[]>(
    () => [
      ...here.map(({ title, run }) => ({ kind: 'here', title, hint: '', run })),
      ...PLACES.map(({ title, href }) => ({ kind: 'go to', title, hint: '', run: () => router.push(href) })),
      {
        kind: 'help',
        title: 'Keyboard shortcuts',
        hint: '?',
        run: () => window.dispatchEvent(new Event('oak-knot-shortcuts')),
      },
      ...findings.map(({ kind, title, hint, href }) => ({ kind, title, hint, run: () => router.push(href) })),
    ],
    [here, findings, router],
  );
  const found = useMemo(() => {
    if (search.trim() === '') return entries.slice(0, MOST_SHOWN);
    const named = matchSorter(entries, search, { keys: ['title', 'hint'] });
    // What the server finds by a category or a tag has nothing of it in its name.
    const others = entries.slice(entries.length - findings.length).filter((entry) => !named.includes(entry));
    return [...named, ...(isWaiting ? [] : others)].slice(0, MOST_SHOWN);
  }, [entries, findings, search, isWaiting]);
  const run = (entry: Entry | undefined) => {
    if (!entry) return;
    onDone();
    entry.run();
  };
  const arrived = useEffectEvent(() => run(found[chosen]));
  useEffect(() => {
    if (meant === search && !isWaiting) arrived();
  }, [meant, search, isWaiting]);
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault();
      setChosen(
        (current) => (current + (event.key === 'ArrowDown' ? 1 : -1) + found.length) % Math.max(1, found.length),
      );
    }
    if (event.key === 'Enter') {
      event.preventDefault();
      // Whoever types faster than the server answers means what will be found.
      if (isWaiting) setMeant(search);
      else run(found[chosen]);
    }
  };
  return (
    <Box onKeyDown={onKey}>
      <Input
        autoFocus
        role="combobox"
        aria-label="Find anything"
        aria-expanded="true"
        aria-controls="palette-found"
        aria-activedescendant={found.length > 0 ? `palette-${chosen}` : undefined}
        placeholder="A product, sheet, swatch, order, or what you want to do"
        size="lg"
        border="none"
        borderBottomWidth="1px"
        borderRadius="0"
        value={search}
        onChange={(event) => {
          setSearch(event.target.value);
          setChosen(0);
        }}
      />
      <Box id="palette-found" role="listbox" aria-label="Found" p="2" maxH="420px" overflowY="auto">
        {found.map((entry, index) => (
          <FoundEntry
            key={`${entry.kind} ${entry.title} ${entry.hint}`}
            id={`palette-${index}`}
            entry={entry}
            chosen={index === chosen}
            onPoint={() => setChosen(index)}
            onRun={() => run(entry)}
          />
        ))}
        {found.length === 0 && !isWaiting && (
          <Text color="fg.muted" p="3">
            No matches for “{search}”.
          </Text>
        )}
      </Box>
    </Box>
  );
}

interface FoundProps {
  id: string;
  entry: Entry;
  chosen: boolean;
  onPoint: () => void;
  onRun: () => void;
}

function FoundEntry({ id, entry, chosen, onPoint, onRun }: FoundProps) {
  return (
    <chakra.div
      id={id}
      role="option"
      aria-selected={chosen}
      px="3"
      py="2"
      borderRadius="l2"
      cursor="pointer"
      bg={chosen ? 'bg.emphasized' : undefined}
      onMouseMove={onPoint}
      onClick={onRun}
    >
      <HStack justify="space-between" gap="4">
        <Text fontWeight="600" truncate>
          {entry.title}
          {entry.hint && (
            <Text as="span" color="fg.muted" fontWeight="400">
              {' '}
              {entry.hint}
            </Text>
          )}
        </Text>
        <Text fontSize="sm" color="fg.muted" whiteSpace="nowrap">
          {entry.kind}
        </Text>
      </HStack>
    </chakra.div>
  );
}
