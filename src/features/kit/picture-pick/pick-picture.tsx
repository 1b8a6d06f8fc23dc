'use client';

import { Spinner, Text } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { z } from 'zod';
import { send, wordsOf } from '@/features/kit/shared';
import { type PictureRow } from '@/services/pictures/library';
import { AppDialog } from '@/ui/dialog';
import { PictureTiles } from './picture-tiles';

const picturesSchema = z.array(
  z.object({
    hash: z.string(),
    src: z.string(),
    name: z.string(),
    type: z.string(),
    width: z.number().nullable(),
    height: z.number().nullable(),
    size: z.number(),
    at: z.number(),
    usedBy: z.array(z.string()),
    uses: z.number(),
  }),
);

/** Picks a picture that is there already. */
export function PickPicture({ onClose, onPick }: { onClose: () => void; onPick: (src: string) => void }) {
  const [pictures, setPictures] = useState<readonly PictureRow[]>();
  const [fault, setFault] = useState<string>();
  useEffect(() => {
    send('GET', '/api/manage/pictures', undefined, picturesSchema).then(setPictures, (error: unknown) =>
      setFault(wordsOf(error)),
    );
  }, []);
  return (
    <AppDialog size="xl" open title="Pictures" onClose={onClose} footer={null}>
      {fault && <Text color="brick.fg">{fault}</Text>}
      {!pictures && !fault && <Spinner size="sm" />}
      {pictures && <PictureTiles pictures={pictures} onPick={({ src }) => onPick(src)} />}
    </AppDialog>
  );
}
