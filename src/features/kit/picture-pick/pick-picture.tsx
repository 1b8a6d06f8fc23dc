'use client';

import { Spinner } from '@chakra-ui/react';
import { useState } from 'react';
import { type ListPage, listQuery, useListPage } from '@/features/kit/shared';
import { type PicturesPage } from '@/services/pictures/list';
import { AppDialog } from '@/ui/dialog';
import { PictureTiles } from './picture-tiles';

/** Before anything has come. */
const NOTHING: ListPage<PicturesPage | null> = { asked: '?', page: null };

/** Picks a picture that is there already. */
export function PickPicture({ onClose, onPick }: { onClose: () => void; onPick: (src: string) => void }) {
  const [find, setFind] = useState('');
  const [number, setNumber] = useState(1);
  const asked = listQuery({ find, page: String(number) });
  const { page, isWaiting, fault } = useListPage('/api/manage/pictures', asked, NOTHING);
  return (
    <AppDialog size="xl" open title="Pictures" onClose={onClose} footer={null}>
      {page === null && fault === null ? (
        <Spinner size="sm" />
      ) : (
        <PictureTiles
          page={page}
          isWaiting={isWaiting}
          fault={fault}
          find={find}
          onFind={(words) => {
            setFind(words);
            setNumber(1);
          }}
          onPage={setNumber}
          onPick={({ src }) => onPick(src)}
        />
      )}
    </AppDialog>
  );
}
