'use client';

import { Button, HStack, Image, Stack, Text } from '@chakra-ui/react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { z } from 'zod';
import { counted, listed, someOf } from '@/core/words';
import { PictureField } from '@/features/editors/fields';
import { anything, type ListPage, send, useAskedList, useAttempt } from '@/features/kit/shared';
import { type PictureRow, type PicturesPage } from '@/services/pictures/list';
import { AppDialog } from '@/ui/dialog';
import { FaultLine } from '@/ui/fault-line';
import { Page } from '@/ui/page';
import { PageHead } from '@/ui/text';
import { Tick } from '@/ui/tick';
import { sayDone } from '@/ui/toasts';
import { useAddress } from '@/ui/use-address';
import { pictureName, PictureTiles } from '@/features/kit/picture-pick';

const replacedSchema = z.object({ products: z.number(), sheets: z.number(), swatches: z.number() });

/** How the address says that only what nothing shows is wanted. */
const UNUSED = 'unused';

/** Every picture of the shop, with what shows it. */
export function PictureLibrary({ first }: { first: ListPage<PicturesPage> }) {
  const router = useRouter();
  const [show, setShow] = useAddress('show');
  const { page, isWaiting, fault, find, setFind, setPage, narrow } = useAskedList('/api/manage/pictures', first, {
    show: [show, setShow],
  });
  const [open, setOpen] = useState<PictureRow | null>(null);
  return (
    <Page>
      <PageHead
        title="Pictures"
        lead="Everything that was uploaded, once. Replace one here, and whatever shows it follows."
      />
      <PictureTiles
        page={page}
        isWaiting={isWaiting}
        fault={fault}
        find={find}
        onFind={setFind}
        onPage={setPage}
        onPick={setOpen}
      >
        <Tick
          label="Only what nothing shows"
          checked={show === UNUSED}
          onChange={(on) => narrow('show', on ? UNUSED : '')}
        />
      </PictureTiles>
      {open && (
        <PictureDialog
          picture={open}
          onClose={() => {
            setOpen(null);
            router.refresh();
          }}
        />
      )}
    </Page>
  );
}

function PictureDialog({ picture, onClose }: { picture: PictureRow; onClose: () => void }) {
  const { busy, fault, attempt } = useAttempt();
  const address = `/api/manage/pictures/${picture.hash}`;
  const replace = (by: string) =>
    void attempt(async () => {
      const { products, sheets, swatches } = await send('PUT', address, { by }, replacedSchema);
      const parts = [
        products > 0 ? counted(products, 'product') : '',
        sheets > 0 ? counted(sheets, 'sheet') : '',
        swatches > 0 ? counted(swatches, 'swatch', 'swatches') : '',
      ].filter(Boolean);
      sayDone(
        `Replaced in ${parts.length === 0 ? 'nothing: nothing shows it' : listed(parts, 'and')}`,
        products + sheets > 0 ? 'Drafts are changed: publish them to show it to customers.' : undefined,
      );
      onClose();
    });
  const remove = () =>
    void attempt(async () => {
      await send('DELETE', address, undefined, anything);
      onClose();
    }, 'The picture is deleted');
  const size = picture.width === null ? 'a drawing' : `${picture.width} × ${picture.height} pixels`;
  return (
    <AppDialog
      size="lg"
      open
      title={pictureName(picture)}
      onClose={onClose}
      footer={
        <Button variant="ghost" colorPalette="ink" onClick={onClose}>
          Close
        </Button>
      }
    >
      <Stack gap="4">
        <Image
          src={picture.src}
          alt={pictureName(picture)}
          maxH="320px"
          objectFit="contain"
          bg="bg.muted"
          borderRadius="l2"
        />
        <Text fontSize="sm" color="fg.muted">
          {size}, {Math.max(1, Math.round(picture.size / 1024))} kB
        </Text>
        <Text>{picture.uses === 0 ? 'Nothing shows it.' : `Shown by ${someOf(picture.usedBy, picture.uses)}.`}</Text>
        <FaultLine role="alert">{fault}</FaultLine>
        <HStack gap="4" align="start" wrap="wrap">
          {picture.uses > 0 && (
            <PictureField label="Replace it everywhere" src={null} onChange={(src) => src !== null && replace(src)} />
          )}
          {picture.uses === 0 && (
            <Button variant="ghost" colorPalette="brick" size="sm" loading={busy} onClick={remove}>
              Delete it
            </Button>
          )}
        </HStack>
      </Stack>
    </AppDialog>
  );
}
