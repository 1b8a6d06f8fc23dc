'use client';

import { Button, HStack, Stack, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { readColour } from '@/core/colour';
import { counted, someOf } from '@/core/words';
import { OwnColours, PictureField } from '@/features/editors/fields';
import { anything, binnedSchema, sayBinned, send, useBusy } from '@/features/kit/shared';
import { type SwatchRow } from '@/services/swatches/swatches';
import { AppDialog, DialogButtons } from '@/ui/dialog';
import { TextField } from '@/ui/field';
import { Suggestions } from '@/ui/suggestions';

interface Props {
  /** null for a new one */
  swatch: SwatchRow | null;
  families: readonly string[];
  onClose: () => void;
  onDone: () => void;
}

/** One swatch: its name, colours or texture, family and supplier code. */
export function SwatchDialog({ swatch, families, onClose, onDone }: Props) {
  const router = useRouter();
  const [name, setName] = useState(swatch?.name ?? '');
  const [colours, setColours] = useState<readonly string[]>(swatch?.colours ?? ['#8a7f6c']);
  const [picture, setPicture] = useState(swatch?.picture ?? null);
  const [family, setFamily] = useState(swatch?.family ?? '');
  const [supplierCode, setSupplierCode] = useState(swatch?.supplierCode ?? '');
  const { busy, fault, setFault, run } = useBusy();
  const attempt = (work: () => Promise<unknown>) =>
    run(async () => {
      await work();
      onDone();
    });
  const save = (event?: FormEvent) => {
    event?.preventDefault();
    const read = colours.map(readColour);
    const wrong = colours.find((_colour, index) => read[index] === null);
    if (wrong !== undefined)
      return setFault(
        `“${wrong}” is not a colour that can be shown. Write #5b7a5e, rgb(91, 122, 94) or lab(48 -16 12).`,
      );
    const body = { name, colours: read, picture, family, supplierCode };
    void attempt(() =>
      swatch
        ? send('PUT', `/api/manage/swatches/${swatch.key}`, body, anything)
        : send('POST', '/api/manage/swatches', body, anything),
    );
  };
  return (
    <AppDialog
      open
      title={swatch ? swatch.name : 'New swatch'}
      onClose={onClose}
      footer={
        <DialogButtons
          confirm={swatch ? 'Change it' : 'Add it'}
          busy={busy}
          onConfirm={() => save()}
          onClose={onClose}
        />
      }
    >
      <form onSubmit={save}>
        <Stack gap="4">
          <TextField label="Name" value={name} maxLength={80} placeholder="Slate" onChange={setName} />
          <OwnColours name={name || 'the swatch'} colours={colours} onChange={setColours} />
          <PictureField label="Texture picture" src={picture} onChange={setPicture} />
          <HStack gap="4" align="start">
            <TextField
              label="Family"
              value={family}
              maxLength={80}
              list="swatch-families"
              placeholder="none"
              onChange={setFamily}
            />
            <TextField
              label="Supplier code"
              value={supplierCode}
              maxLength={60}
              fontFamily="mono"
              placeholder="none"
              onChange={setSupplierCode}
            />
          </HStack>
          <Suggestions id="swatch-families" values={families} />
          {swatch && swatch.uses > 0 && (
            <Text fontSize="sm" color="fg.muted">
              {counted(swatch.uses, 'product or sheet', 'products and sheets')}{' '}
              {swatch.uses === 1 ? 'follows' : 'follow'} at once: {someOf(swatch.usedBy, swatch.uses)}.
            </Text>
          )}
          {fault && (
            <Text role="alert" color="brick.fg">
              {fault}
            </Text>
          )}
          {swatch && <OutOfTheBook onOut={() => void attempt(() => takeOut(swatch, () => router.refresh()))} />}
        </Stack>
        <button type="submit" hidden />
      </form>
    </AppDialog>
  );
}

/** Takes a swatch out of the book; it lies in the bin then. */
async function takeOut({ key, name }: SwatchRow, onBack: () => void): Promise<void> {
  const { binned } = await send('DELETE', `/api/manage/swatches/${key}`, undefined, binnedSchema);
  sayBinned(name, binned, onBack);
}

function OutOfTheBook({ onOut }: { onOut: () => void }) {
  return (
    <Button alignSelf="start" size="sm" variant="ghost" colorPalette="brick" onClick={onOut}>
      <Trash2 size={14} aria-hidden /> Take it out of the book
    </Button>
  );
}
