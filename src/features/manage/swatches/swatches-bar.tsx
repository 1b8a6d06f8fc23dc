'use client';

import { Box, Button, Stack, Text } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import { counted } from '@/core/words';
import { binMoves, ManyBar, MoveMany } from '@/features/manage/many';
import { send, wordsOf } from '@/features/kit/shared';
import { type SwatchRow } from '@/services/swatches/swatches';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { TextField } from '@/ui/field';
import { Suggestions } from '@/ui/suggestions';
import { sayDone, sayFailed } from '@/ui/toasts';

interface MovedSwatch {
  readonly id: string;
  readonly title: string;
  readonly uses: number;
}

const inBook = binMoves<MovedSwatch>(
  (id) => `/api/manage/swatches/${id}`,
  ({ uses }) => uses === 0,
  'All of them are used. Give what uses them another swatch first.',
);

const swatchMoves: typeof inBook = {
  delete: { ...inBook.delete, title: 'Take out of the book', does: 'Take out' },
  bringBack: {
    ...inBook.bringBack,
    back: { way: 'delete', words: 'Take them out again' },
    nothing: 'None of them was taken out.',
  },
};

const familiesSchema = z.object({ before: z.array(z.object({ key: z.string(), family: z.string() })) });
const putInFamilies = (families: readonly { readonly key: string; readonly family: string }[]) =>
  send('PUT', '/api/manage/swatches/families', { families }, familiesSchema);

/** What can be done to the selected swatches: another family, or out of the book. */
export function SwatchesBar({
  swatches,
  selected,
  families,
  onDone,
}: {
  swatches: readonly SwatchRow[];
  selected: ReadonlySet<string>;
  families: readonly string[];
  onDone: () => void;
}) {
  const router = useRouter();
  const [sorting, setSorting] = useState(false);
  const [leaving, setLeaving] = useState(false);
  const meant = swatches.filter(({ key }) => selected.has(key));
  if (meant.length === 0) return null;
  const count = counted(meant.length, 'swatch', 'swatches');
  const sort = async (family: string) => {
    try {
      const { before } = await putInFamilies(meant.map(({ key }) => ({ key, family })));
      const back = () =>
        putInFamilies(before).then(
          () => router.refresh(),
          (error: unknown) => sayFailed('Not taken back', wordsOf(error)),
        );
      sayDone(`${count} ${family === '' ? 'without a family' : `in ${family}`}`, undefined, {
        label: 'Undo',
        run: () => void back(),
      });
      setSorting(false);
      onDone();
      router.refresh();
    } catch (error) {
      sayFailed('Not put into the family', wordsOf(error));
    }
  };
  return (
    <>
      <ManyBar label="Selected swatches" count={count} onSelectNone={onDone}>
        <Button size="sm" variant="outline" onClick={() => setSorting(true)}>
          Put in a family
        </Button>
        <Button size="sm" variant="outline" onClick={() => setLeaving(true)}>
          Take out of the book
        </Button>
      </ManyBar>
      {sorting && <FamilyDialog count={count} families={families} onClose={() => setSorting(false)} onSort={sort} />}
      {leaving && (
        <MoveMany
          way="delete"
          moves={swatchMoves}
          rows={meant.map(({ key, name, uses }) => ({ id: key, title: name, uses }))}
          word="swatch"
          words="swatches"
          onClose={() => {
            setLeaving(false);
            onDone();
            router.refresh();
          }}
        />
      )}
    </>
  );
}

function FamilyDialog({
  count,
  families,
  onClose,
  onSort,
}: {
  count: string;
  families: readonly string[];
  onClose: () => void;
  onSort: (family: string) => Promise<void>;
}) {
  const [family, setFamily] = useState('');
  return (
    <AppDialog
      size="sm"
      open
      title={`${count}: put in a family`}
      onClose={onClose}
      footer={<DialogButtons confirm="Put them there" onConfirm={() => void onSort(family.trim())} onClose={onClose} />}
    >
      <Stack gap="2">
        <Box>
          <TextField
            label="Family"
            value={family}
            maxLength={80}
            list="families-of-many"
            placeholder="none"
            onChange={setFamily}
          />
        </Box>
        <Text fontSize="sm" color="fg.muted">
          They keep the order that they have in the book.
        </Text>
        <Suggestions id="families-of-many" values={families} />
      </Stack>
    </AppDialog>
  );
}
