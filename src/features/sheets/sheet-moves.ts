import { z } from 'zod';
import { binnedSchema } from '@/features/bin/say-binned';
import { type Move } from '@/features/many/move-many';
import { anything, send } from '@/features/shared/api';
import { type SheetRow } from '@/services/sheets/sheets';

/** What can be done with many sheets, one after the other. */
export type SheetWay = 'publish' | 'delete' | 'bringBack';

const at = (id: number, place = '') => `/api/manage/sheets/${id}${place}`;
const always = () => true;
const draftSchema = z.object({ draftVersion: z.number() });

export const sheetMoves: Readonly<Record<SheetWay, Move<SheetRow, SheetWay>>> = {
  publish: {
    title: 'Publish', does: 'Publish', done: 'published; their products follow', back: null, nothing: 'None of them has a draft that differs from what is published.',
    concerns: ({ state }) => state !== 'published',
    canGoBack: () => false,
    async move(id) {
      const { draftVersion } = await send('GET', at(id), undefined, draftSchema);
      await send('POST', at(id, '/publication'), { version: draftVersion, accepted: 0 }, anything);
      return null;
    },
  },
  delete: {
    title: 'Delete', does: 'Delete', done: 'in the bin, for 30 days', back: { way: 'bringBack', words: 'Bring them back' }, nothing: 'None of them is free: take them off their products first.',
    concerns: ({ products }) => products === 0,
    canGoBack: always,
    move: (id) => send('DELETE', at(id), undefined, binnedSchema).then(({ binned }) => binned),
  },
  bringBack: {
    title: 'Bring back', does: 'Bring back', done: 'back', back: { way: 'delete', words: 'Delete them again' }, nothing: 'None of them was deleted.',
    concerns: always,
    canGoBack: always,
    move: (_id, binned) => send('POST', `/api/manage/bin/${binned}`, undefined, anything).then(() => null),
  },
};
