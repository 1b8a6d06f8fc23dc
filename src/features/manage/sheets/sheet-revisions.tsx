'use client';

import { Box, Button, HStack, Stack, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { type Sheet, sheetSchema } from '@/core/catalog';
import { insideNameOf } from '@/core/words';
import { Section } from '@/features/editors/frame';
import { send, wordsOf } from '@/features/kit/shared';
import { RevisionDifferences } from '@/features/manage/product-editor';
import { AppDialog } from '@/ui/dialog';
import { EmptyPlace, Slip } from '@/ui/text';
import { sayDone } from '@/ui/toasts';
import { When } from '@/ui/when';

const revisionSchema = z.object({
  number: z.number(),
  at: z.number(),
  who: z.string().nullable(),
  current: z.boolean(),
  definition: sheetSchema,
});

/** What was published of the sheet; each can be brought back as the draft. */
export function SheetRevisions({
  id,
  sheet,
  version,
  onBringBack,
}: {
  id: number;
  /** the sheet as it is edited */
  sheet: Sheet;
  version: number;
  onBringBack: (definition: Sheet) => void;
}) {
  const [revisions, setRevisions] = useState<readonly z.infer<typeof revisionSchema>[]>();
  const [fault, setFault] = useState<string>();
  const [opened, setOpened] = useState<{ readonly number: number; readonly definition: Sheet }>();
  useEffect(() => {
    send('GET', `/api/manage/sheets/${id}/revisions`, undefined, z.array(revisionSchema)).then(
      setRevisions,
      (error: unknown) => setFault(wordsOf(error)),
    );
  }, [id, version]);
  const bringBack = (definition: Sheet) => {
    onBringBack(definition);
    sayDone('Brought back as the draft', 'Undo takes it back; products change when you publish.');
  };
  return (
    <Section title="Revisions" lead="Every revision that was published, as it was.">
      {fault && <Text color="brick.fg">{fault}</Text>}
      {revisions?.length === 0 && (
        <EmptyPlace title="Nothing published yet">Each time you publish, what went out is kept here.</EmptyPlace>
      )}
      <Stack gap="2">
        {revisions?.map(({ number, at, who, current, definition }) => (
          <HStack key={number} justify="space-between" bg="bg.panel" borderWidth="1px" borderRadius="l2" px="4" py="3">
            <Box>
              <HStack>
                <Text fontWeight="600">Revision {number}</Text>
                {current && <Slip tone="lichen">Published</Slip>}
              </HStack>
              <Text fontSize="sm" color="fg.muted">
                <When at={at} />
                {who !== null && ` · ${who}`} · {definition.choices.map(insideNameOf).join(', ')}
              </Text>
            </Box>
            <HStack>
              <Button
                size="sm"
                variant="outline"
                onClick={() => setOpened({ number, definition })}
                aria-label={`Compare revision ${number}`}
              >
                Compare
              </Button>
              <Button
                size="sm"
                variant="outline"
                onClick={() => bringBack(definition)}
                aria-label={`Restore revision ${number}`}
              >
                Restore
              </Button>
            </HStack>
          </HStack>
        ))}
      </Stack>
      <AppDialog
        size="xl"
        title={opened ? `Revision ${opened.number} and the draft` : ''}
        open={opened !== undefined}
        onClose={() => setOpened(undefined)}
      >
        {opened && <RevisionDifferences earlier={opened.definition} now={sheet} onRestore={bringBack} />}
      </AppDialog>
    </Section>
  );
}
