'use client';

import { Badge, Button, Collapsible, HStack, IconButton, Text } from '@chakra-ui/react';
import { ArrowUp, Trash2 } from 'lucide-react';
import { type ReactNode } from 'react';
import { counted } from '@/core/words';
import { Tick } from '@/ui/tick';

interface RowProps {
  title: string;
  /** what it says, in a sentence */
  words: ReactNode;
  /** what is told at its end, and what is seen when it is pointed at */
  badge: string;
  about?: string;
  /** what it is called in what can be pressed */
  name: string;
  open: boolean;
  onOpen: (open: boolean) => void;
  /** puts it before the one above it; absent where the order makes no difference, null for the first */
  onUp?: (() => void) | null;
  onRemove: () => void;
  /** what can be done with it beside that */
  more?: ReactNode;
  /** what stands below it whether or not it is open */
  note?: ReactNode;
  children: ReactNode;
}

/** One of several things on a page: a sentence, that opens into what it is edited by. */
export function SeveralRow({
  title,
  words,
  badge,
  about,
  name,
  open,
  onOpen,
  onUp,
  onRemove,
  more,
  note,
  children,
}: RowProps) {
  return (
    <Collapsible.Root
      lazyMount
      unmountOnExit
      open={open}
      onOpenChange={(details) => onOpen(details.open)}
      borderWidth="1px"
      borderColor="border"
      borderRadius="l3"
      bg="bg.panel"
    >
      <HStack px="4" py="2.5" gap="3">
        <Collapsible.Trigger flex="1" textAlign="start" cursor="pointer" py="1">
          <Text fontWeight="600">{title}</Text>
          <Text fontSize="sm" color="fg.muted">
            {words}
          </Text>
        </Collapsible.Trigger>
        <Badge variant="subtle" title={about}>
          {badge}
        </Badge>
        {more}
        {onUp !== undefined && (
          <IconButton
            aria-label={`Move ${name} up`}
            size="xs"
            variant="ghost"
            colorPalette="ink"
            disabled={onUp === null}
            onClick={() => onUp?.()}
          >
            <ArrowUp size={15} />
          </IconButton>
        )}
        <IconButton aria-label={`Take ${name} away`} size="xs" variant="ghost" colorPalette="brick" onClick={onRemove}>
          <Trash2 size={15} />
        </IconButton>
      </HStack>
      {note}
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}

/** A list with one of its entries before the one above it. */
export function movedUp<T>(list: readonly T[], place: number): T[] {
  const entry = list[place];
  return entry === undefined || place === 0
    ? [...list]
    : [...list.slice(0, place - 1), entry, ...list.slice(place - 1).filter((other) => other !== entry)];
}

/** Which customer groups something is for; none for everybody. */
export function GroupTicks({
  groups,
  chosen,
  none = 'For everybody, or only for',
  onChange,
}: {
  groups: readonly { readonly key: string; readonly title: string }[];
  chosen: readonly string[];
  none?: string;
  onChange: (chosen: string[]) => void;
}) {
  if (groups.length === 0) return null;
  return (
    <HStack gap="4" wrap="wrap">
      <Text>{chosen.length === 0 ? none : 'Only for'}</Text>
      {groups.map(({ key, title }) => (
        <Tick
          key={key}
          label={title}
          checked={chosen.includes(key)}
          onChange={(on) => onChange(on ? [...chosen, key] : chosen.filter((other) => other !== key))}
        />
      ))}
    </HStack>
  );
}

/** Saves what has been changed on a page, or takes it back; always in reach. */
export function SaveBar({
  busy,
  progress,
  onSave,
  onReset,
  onStop,
}: {
  busy: boolean;
  /** of how many things it has been seen what changes; absent where that is over in a moment */
  progress?: { readonly done: number; readonly total: number } | null;
  onSave: () => void;
  onReset: () => void;
  onStop?: () => void;
}) {
  return (
    <HStack gap="3" position="sticky" bottom="0" bg="bg" py="3" borderTopWidth="1px" borderColor="border" zIndex="2">
      <Button loading={busy} onClick={onSave}>
        Save
      </Button>
      <Button variant="ghost" colorPalette="ink" onClick={onReset}>
        Discard changes
      </Button>
      {progress ? (
        <>
          <Text fontSize="sm" role="status">
            Looked at {progress.done} of {counted(progress.total, 'product')} …
          </Text>
          <Button size="sm" variant="outline" onClick={onStop}>
            Stop
          </Button>
        </>
      ) : (
        <Text fontSize="sm" color="fg.muted">
          What changes is shown before it holds.
        </Text>
      )}
    </HStack>
  );
}
