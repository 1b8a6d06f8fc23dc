'use client';

import { Box, Grid, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Redo2, Undo2 } from 'lucide-react';
import { type ReactNode, useEffect } from 'react';
import { type Draft } from '@/features/drafts/use-draft';
import { SelectField } from '@/ui/field';
import { useEditing } from './editing';

/** The three columns of an editor: outline, what is being edited, the Counter. */
export function EditorColumns({ outline, middle, side }: { outline: ReactNode; middle: ReactNode; side: ReactNode }) {
  return (
    <Grid templateColumns={{ base: '1fr', md: '196px minmax(0, 1fr)', lg: '204px minmax(0, 1fr) 356px' }} alignItems="start">
      <Box p="3" borderRightWidth="1px" borderColor="border" minH="calc(100vh - 58px)" position={{ md: 'sticky' }} top="58px" maxH={{ md: 'calc(100vh - 58px)' }} overflowY="auto">
        {outline}
      </Box>
      <Box p={{ base: '4', xl: '6' }} minW="0">
        {middle}
      </Box>
      <Box bg="bg.panel" borderLeftWidth="1px" borderColor="border" p="4" minH="calc(100vh - 58px)" position={{ lg: 'sticky' }} top="58px" maxH={{ lg: 'calc(100vh - 58px)' }} overflowY="auto" tabIndex={0} aria-label="Readiness and Counter" role="region">
        <Stack gap="5">{side}</Stack>
      </Box>
    </Grid>
  );
}

/** How it stands with saving, in words. */
export function SaveWords<T>({ draft }: { draft: Draft<T> }) {
  const words = {
    saved: 'Saved',
    unsaved: 'Saving …',
    saving: 'Saving …',
    failed: `Not saved: ${draft.save.kind === 'failed' ? draft.save.message : ''} Kept in this browser; trying again.`,
    conflict: 'Waiting for your decision',
  }[draft.save.kind];
  const bad = draft.save.kind === 'failed' || draft.save.kind === 'conflict';
  return (
    <Text fontSize="sm" color={bad ? 'brick.fg' : 'fg.muted'} role="status" aria-label="Draft">
      {words}
    </Text>
  );
}

export function UndoButtons<T>({ draft }: { draft: Draft<T> }) {
  return (
    <HStack gap="0">
      <IconButton aria-label="Undo" title="Undo (Ctrl Z)" variant="ghost" size="sm" colorPalette="ink" disabled={!draft.canUndo} onClick={draft.undo}>
        <Undo2 size={18} />
      </IconButton>
      <IconButton aria-label="Redo" title="Redo (Ctrl Shift Z)" variant="ghost" size="sm" colorPalette="ink" disabled={!draft.canRedo} onClick={draft.redo}>
        <Redo2 size={18} />
      </IconButton>
    </HStack>
  );
}

/** Ctrl/⌘ Z, and Shift with it. */
export function useUndoKeys<T>({ undo, redo }: Draft<T>): void {
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
export function SeenBy({ group, onChange }: { group: string | null; onChange: (group: string | null) => void }) {
  const { shop } = useEditing();
  if (shop.groups.length === 0) return null;
  return (
    <SelectField
      small
      label="As seen by"
      hideLabel
      value={group ?? ''}
      alternatives={[{ value: '', label: 'As everybody sees it' }, ...shop.groups.map(({ key, title }) => ({ value: key, label: `As ${title} see it` }))]}
      onChange={(key) => onChange(key === '' ? null : key)}
    />
  );
}
