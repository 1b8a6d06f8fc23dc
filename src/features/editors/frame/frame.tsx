'use client';

import { Alert, Box, Button, Grid, Heading, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { ArrowLeft, Redo2, Undo2 } from 'lucide-react';
import { PageLink } from '@/ui/page-link';
import { useRouter } from 'next/navigation';
import { type ReactNode, useEffect } from 'react';
import { parseDay } from '@/core/calendar';
import { bringBackFromBin, useBusy, wordsOf } from '@/features/kit/shared';
import { type Draft } from '@/features/kit/drafts';
import { SelectField, TypedInput } from '@/ui/field';
import { sayFailed } from '@/ui/toasts';
import { useEditing } from './editing';

/** The three columns of an editor: outline, what is being edited, the Counter. */
export function EditorColumns({ outline, middle, side }: { outline: ReactNode; middle: ReactNode; side: ReactNode }) {
  return (
    <Grid
      templateColumns={{ base: '1fr', md: '196px minmax(0, 1fr)', lg: '204px minmax(0, 1fr) 356px' }}
      alignItems="start"
    >
      <Box
        p="3"
        borderRightWidth="1px"
        borderColor="border"
        minH="calc(100vh - 58px)"
        position={{ md: 'sticky' }}
        top="58px"
        maxH={{ md: 'calc(100vh - 58px)' }}
        overflowY="auto"
      >
        {outline}
      </Box>
      <Box p={{ base: '4', xl: '6' }} minW="0">
        {middle}
      </Box>
      <Box
        bg="bg.panel"
        borderLeftWidth="1px"
        borderColor="border"
        p="4"
        minH="calc(100vh - 58px)"
        position={{ lg: 'sticky' }}
        top="58px"
        maxH={{ lg: 'calc(100vh - 58px)' }}
        overflowY="auto"
        tabIndex={0}
        aria-label="Readiness and Counter"
        role="region"
      >
        <Stack gap="5">{side}</Stack>
      </Box>
    </Grid>
  );
}

interface BarProps<T extends object> {
  draft: Draft<T>;
  title: string;
  /** where the arrow leads, and what it is called */
  back: { readonly href: string; readonly label: string };
  /** what stands beside the title */
  state: ReactNode;
  children: ReactNode;
}

/** The bar at the top of an editor: what is edited, how it stands with saving, undo, and what can be done with it. */
export function EditorBar<T extends object>({ draft, title, back, state, children }: BarProps<T>) {
  return (
    <HStack
      h="58px"
      px="4"
      gap="3"
      borderBottomWidth="1px"
      borderColor="border"
      bg="bg"
      position="sticky"
      top="0"
      zIndex="docked"
    >
      <IconButton asChild aria-label={back.label} variant="ghost" size="sm" colorPalette="ink">
        <PageLink href={back.href}>
          <ArrowLeft size={18} />
        </PageLink>
      </IconButton>
      <Heading as="h1" size="lg" truncate>
        {title || 'Untitled'}
      </Heading>
      {state}
      <Box flex="1" />
      <SaveWords draft={draft} />
      <UndoButtons draft={draft} />
      {children}
    </HStack>
  );
}

/** What was brought in from elsewhere, until it is dismissed. */
export function DraftNotice<T extends object>({ draft }: { draft: Draft<T> }) {
  if (!draft.notice) return null;
  return (
    <Alert.Root status="info" borderRadius="0" bg="copper.subtle" color="fg" py="2">
      <Alert.Indicator color="copper.fg" />
      <Alert.Description flex="1">{draft.notice}</Alert.Description>
      <Button size="xs" variant="ghost" colorPalette="ink" onClick={draft.dismissNotice}>
        Good
      </Button>
    </Alert.Root>
  );
}

/** Says that what is open was put away or deleted, and offers the way back, where there is one. */
export function AwayNotice({
  children,
  action = '',
  onBack,
}: {
  children: ReactNode;
  action?: string;
  onBack?: () => Promise<unknown>;
}) {
  const { busy, run } = useBusy();
  return (
    <Alert.Root status="warning" borderRadius="0" bg="copper.subtle" color="fg" py="2">
      <Alert.Indicator color="copper.fg" />
      <Alert.Description flex="1">{children}</Alert.Description>
      {onBack && (
        <Button size="xs" variant="outline" colorPalette="copper" loading={busy} onClick={() => void run(onBack)}>
          {action}
        </Button>
      )}
    </Alert.Root>
  );
}

/**
 * Says that what is edited was deleted, and offers to bring it back, or to start another with what stands here.
 *
 * @param page where others of the kind are edited, by their numbers
 */
export function GoneNotice<T extends object>({ draft, word, page }: { draft: Draft<T>; word: string; page: string }) {
  const router = useRouter();
  if (draft.save.kind !== 'gone') return null;
  const { binned } = draft.save;
  if (binned !== null) {
    return (
      <AwayNotice
        action="Bring it back"
        onBack={() => bringBackFromBin(binned).then((isBack) => isBack && draft.hearBack())}
      >
        This {word} was deleted just now and lies in the bin. What you type is kept in this window, and is saved once it
        is back.
      </AwayNotice>
    );
  }
  return (
    <AwayNotice
      action="Start it again"
      onBack={() =>
        draft.startAgain().then(
          (id) => router.push(`${page}/${id}`),
          (error: unknown) => sayFailed('That was not possible', wordsOf(error)),
        )
      }
    >
      This {word} was deleted for good. What stands here is kept in this window: it can become a new {word}.
    </AwayNotice>
  );
}

/** How it stands with saving, in words. */
function SaveWords<T extends object>({ draft }: { draft: Draft<T> }) {
  const words = {
    saved: 'Saved',
    unsaved: 'Saving …',
    saving: 'Saving …',
    failed:
      draft.save.kind === 'failed'
        ? `Not saved: ${draft.save.message} Kept in this browser; ${draft.save.again ? 'trying again.' : 'change that, or undo it.'}`
        : '',
    conflict: 'Waiting for your decision',
    gone: 'Not saved: it was deleted. Kept in this browser.',
  }[draft.save.kind];
  const bad = draft.save.kind === 'failed' || draft.save.kind === 'conflict' || draft.save.kind === 'gone';
  return (
    <Text fontSize="sm" color={bad ? 'brick.fg' : 'fg.muted'} role="status" aria-label="Draft">
      {words}
    </Text>
  );
}

function UndoButtons<T extends object>({ draft }: { draft: Draft<T> }) {
  return (
    <HStack gap="0">
      <IconButton
        aria-label="Undo"
        title="Undo (Ctrl Z)"
        variant="ghost"
        size="sm"
        colorPalette="ink"
        disabled={!draft.canUndo}
        onClick={draft.undo}
      >
        <Undo2 size={18} />
      </IconButton>
      <IconButton
        aria-label="Redo"
        title="Redo (Ctrl Shift Z)"
        variant="ghost"
        size="sm"
        colorPalette="ink"
        disabled={!draft.canRedo}
        onClick={draft.redo}
      >
        <Redo2 size={18} />
      </IconButton>
    </HStack>
  );
}

/** Ctrl/⌘ Z, and Shift with it. */
export function useUndoKeys<T extends object>({ undo, redo }: Draft<T>): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey)) return;
      const key = event.key.toLowerCase();
      if (key !== 'z' && key !== 'y') return;
      event.preventDefault();
      if (key === 'y' || event.shiftKey) redo();
      else undo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo]);
}

/** Whose eyes the Counter looks with. */
export function SeenBy({
  group,
  onChange,
  day,
  onDay,
}: {
  group: string | null;
  onChange: (group: string | null) => void;
  day?: string;
  onDay?: (day: string) => void;
}) {
  const { shop, surroundings } = useEditing();
  // Only where prices begin or end does it make a difference that is asked for here.
  const isDated = surroundings.priceLists.some(({ from, until }) => from !== null || until !== null);
  if (shop.groups.length === 0 && !isDated) return null;
  return (
    <HStack gap="2">
      {shop.groups.length > 0 && (
        <SelectField
          small
          label="Preview as"
          hideLabel
          value={group ?? ''}
          alternatives={[
            { value: '', label: 'Everyone' },
            ...shop.groups.map(({ key, title }) => ({ value: key, label: title })),
          ]}
          onChange={(key) => onChange(key === '' ? null : key)}
        />
      )}
      {isDated && day !== undefined && onDay && (
        <TypedInput
          type="date"
          size="sm"
          w="150px"
          flexShrink="0"
          aria-label="On which day"
          value={day}
          onChange={(value) => parseDay(value) !== null && onDay(value)}
        />
      )}
    </HStack>
  );
}
