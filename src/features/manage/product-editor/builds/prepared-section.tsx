'use client';

import { Box, Button, HStack, IconButton, Stack, Text } from '@chakra-ui/react';
import { Plus, Trash2 } from 'lucide-react';
import { SOME_DAY } from '@/core/calendar';
import { freeKey, type Prepared, preparedSchema } from '@/core/catalog';
import { resolutionJson } from '@/core/exchange';
import { resolve } from '@/core/run';
import { faultWords } from '@/core/words';
import { Section, useEditing } from '@/features/editors/frame';
import { selectionOf, type SelectionState } from '@/features/kit/selection';
import { FaultLine } from '@/ui/fault-line';
import { TextField } from '@/ui/field';
import { moveEntry, Sortable } from '@/ui/sortable';
import { EmptyPlace, Money } from '@/ui/text';

/** Selections that customers can start from: kept from the Counter, opened there again, in the order of the page. */
export function PreparedSection({ selection }: { selection: SelectionState }) {
  const { product, change } = useEditing();
  const keep = () =>
    change('keep prepared', (draft) => {
      const { answers, parts } = selectionOf(selection.program, selection.answers, 1, selection.parts);
      const key = freeKey(
        'prepared',
        draft.prepared.map((one) => one.key),
        'prepared',
      );
      draft.prepared.push(
        preparedSchema.parse({ key, title: `Build ${draft.prepared.length + 1}`, answers, ...(parts && { parts }) }),
      );
    });
  const keepButton = (
    <Button size="sm" variant="outline" onClick={keep}>
      <Plus size={14} aria-hidden /> Keep what stands at the Counter
    </Button>
  );
  return (
    <Section
      title="Presets"
      lead="Whole selections that customers find on the page and change from there."
      actions={product.prepared.length > 0 ? keepButton : undefined}
    >
      {product.prepared.length === 0 && (
        <EmptyPlace title="Customers start from nothing" action={keepButton}>
          Choose at the Counter what most people want, and keep it here.
        </EmptyPlace>
      )}
      <Box>
        <Sortable
          entries={product.prepared}
          nameOf={({ title }) => title}
          onMove={(from, to) => change(`move prepared ${from} ${to}`, (draft) => moveEntry(draft.prepared, from, to))}
          render={(prepared, index, handle) => (
            <Box pb="2">
              <PreparedCard prepared={prepared} index={index} handle={handle} selection={selection} />
            </Box>
          )}
        />
      </Box>
    </Section>
  );
}

function PreparedCard({
  prepared,
  index,
  handle,
  selection,
}: {
  prepared: Prepared;
  index: number;
  handle: React.ReactNode;
  selection: SelectionState;
}) {
  const { program, findings, change } = useEditing();
  const { answers, parts, title, note } = prepared;
  const resolution = resolutionJson(
    resolve(program, { answers, ...(parts && { parts }) }, { stock: null, today: SOME_DAY }),
  );
  const edit = (tag: string, recipe: (draft: Prepared) => void) =>
    change(`prepared ${prepared.key} ${tag}`, (draft) => {
      const found = draft.prepared[index];
      if (found) recipe(found);
    });
  const faults = findings.filter(({ path }) => path[0] === 'prepared' && path[1] === index);
  return (
    <Box
      as="article"
      aria-label={title}
      borderWidth="1px"
      borderColor={faults.length > 0 ? 'copper.border' : 'border'}
      borderRadius="l3"
      bg="bg.panel"
      px="3"
      py="3"
    >
      <HStack gap="2" align="start">
        <Box pt="8">{handle}</Box>
        <Stack flex="1" gap="2">
          <HStack gap="3" align="start">
            <Box w="220px">
              <TextField
                label="Name"
                value={title}
                maxLength={120}
                onChange={(value) => edit('title', (draft) => void (draft.title = value))}
              />
            </Box>
            <Box flex="1">
              <TextField
                label="Good for"
                value={note}
                maxLength={300}
                placeholder="a first colony"
                onChange={(value) => edit('note', (draft) => void (draft.note = value))}
              />
            </Box>
          </HStack>
          <Text fontSize="sm" color="fg.muted">
            {resolution.counted.map(({ title: asked, shown }) => `${asked}: ${shown}`).join(' · ') || 'nothing chosen'}
            {resolution.unitPrice !== null && ' · '}
            {resolution.unitPrice !== null && <Money amount={resolution.unitPrice} currency={resolution.currency} />}
          </Text>
          {faults.map(({ data, code, path }) => (
            <FaultLine key={`${path.join('/')} ${code}`}>{faultWords(data)}</FaultLine>
          ))}
          <Box>
            <Button
              size="xs"
              variant="ghost"
              colorPalette="oak"
              onClick={() => selection.take({ answers, ...(parts && { parts }) })}
            >
              Open it at the Counter
            </Button>
          </Box>
        </Stack>
        <IconButton
          aria-label={`Remove ${title}`}
          size="xs"
          variant="ghost"
          colorPalette="ink"
          onClick={() => change(`remove prepared ${prepared.key}`, (draft) => void draft.prepared.splice(index, 1))}
        >
          <Trash2 size={15} />
        </IconButton>
      </HStack>
    </Box>
  );
}
