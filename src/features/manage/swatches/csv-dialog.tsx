'use client';

import { Box, Button, chakra, HStack, Stack, Table, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { z } from 'zod';
import { swatchSchema } from '@/core/catalog';
import { counted } from '@/core/words';
import { send, useBusy } from '@/features/kit/shared';
import { AppDialog } from '@/ui/dialog';
import { ScrollRegion } from '@/ui/scroll-region';
import { swatchBackground } from '@/ui/swatch-background';
import { sayDone } from '@/ui/toasts';

const lineSchema = z.object({
  line: z.number(),
  name: z.string(),
  swatch: swatchSchema.nullable(),
  does: z.enum(['adds', 'changes', 'leaves']),
  faults: z.array(z.string()),
});
type Line = z.infer<typeof lineSchema>;

const DOES = { adds: 'new', changes: 'changes', leaves: 'as it is' } as const;

/** Takes swatches in from a CSV file, every line seen before it is accepted. */
export function CsvDialog({ onClose, onDone }: { onClose: () => void; onDone: () => void }) {
  const [csv, setCsv] = useState('');
  const [lines, setLines] = useState<readonly Line[]>();
  const { busy, fault, run } = useBusy();
  const look = (file: File | undefined) => {
    if (!file) return;
    void run(async () => {
      const text = await file.text();
      setCsv(text);
      setLines(await send('POST', '/api/manage/swatches/csv', { csv: text, accept: false }, z.array(lineSchema)));
    });
  };
  const taken = lines?.filter(({ swatch, does }) => swatch !== null && does !== 'leaves').length ?? 0;
  const wrong = lines?.filter(({ faults }) => faults.length > 0).length ?? 0;
  const accept = () =>
    run(async () => {
      await send('POST', '/api/manage/swatches/csv', { csv, accept: true }, z.array(lineSchema));
      sayDone(`${counted(taken, 'swatch', 'swatches')} taken in`);
      onDone();
    });
  return (
    <AppDialog
      size="xl"
      open
      title="Import swatches from CSV"
      onClose={onClose}
      footer={
        <>
          {wrong > 0 && (
            <Text flex="1" fontSize="sm" color="brick.fg">
              {counted(wrong, 'line')} with faults {wrong === 1 ? 'stays' : 'stay'} out.
            </Text>
          )}
          <Button variant="ghost" colorPalette="ink" onClick={onClose}>
            Cancel
          </Button>
          <Button disabled={taken === 0} loading={busy} onClick={() => void accept()}>
            Take in {counted(taken, 'swatch', 'swatches')}
          </Button>
        </>
      }
    >
      <Stack gap="4">
        <Text fontSize="sm" color="fg.muted">
          Columns: name, colour, second colour, third colour, family, supplier code. A colour is #5b7a5e, rgb(91, 122,
          94) or lab(48 -16 12). A name that is in the book changes that swatch.
        </Text>
        <chakra.input
          type="file"
          aria-label="CSV file"
          accept=".csv,text/csv,text/plain"
          onChange={(event) => look(event.target.files?.[0])}
        />
        {fault && (
          <Text role="alert" color="brick.fg">
            {fault}
          </Text>
        )}
        {lines && (
          <ScrollRegion label="Preview" height="340px">
            <Table.Root size="sm" aria-label="What the lines mean">
              <Table.Body>
                {lines.map((line) => (
                  <LineRow key={line.line} line={line} />
                ))}
              </Table.Body>
            </Table.Root>
          </ScrollRegion>
        )}
      </Stack>
    </AppDialog>
  );
}

function LineRow({ line: { line, name, swatch, does, faults } }: { line: Line }) {
  return (
    <Table.Row bg={faults.length > 0 ? 'brick.subtle' : 'transparent'}>
      <Table.Cell w="50px" color="fg.muted">
        {line}
      </Table.Cell>
      <Table.Cell fontWeight="600">
        <HStack gap="2">
          {swatch && (
            <Box
              w="22px"
              h="22px"
              borderRadius="full"
              borderWidth="1px"
              style={swatchBackground({ colours: swatch.colours, texture: swatch.picture })}
            />
          )}
          {name}
        </HStack>
      </Table.Cell>
      <Table.Cell fontSize="sm" color={faults.length > 0 ? 'brick.fg' : 'fg.muted'}>
        {faults.length > 0
          ? faults.join(' ')
          : [DOES[does], swatch?.family, swatch?.supplierCode].filter(Boolean).join(' · ')}
      </Table.Cell>
    </Table.Row>
  );
}
