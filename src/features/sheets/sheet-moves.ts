import { type Move } from '@/features/many/move-many';
import { binning, bringingBack, publishing } from '@/features/many/ways';
import { type SheetRow } from '@/services/sheets/sheets';

/** What can be done with many sheets, one after the other. */
type SheetWay = 'publish' | 'delete' | 'bringBack';

const at = (id: number | string) => `/api/manage/sheets/${id}`;
const always = () => true;

export const sheetMoves: Readonly<Record<SheetWay, Move<SheetRow, SheetWay>>> = {
  publish: {
    title: 'Publish', does: 'Publish', done: 'published; their products follow', back: null, nothing: 'None of them has a draft that differs from what is published.',
    concerns: ({ state }) => state !== 'published',
    canGoBack: () => false,
    move: publishing(at),
  },
  delete: {
    title: 'Delete', does: 'Delete', done: 'in the bin, for 30 days', back: { way: 'bringBack', words: 'Bring them back' }, nothing: 'None of them is free: take them off their products first.',
    concerns: ({ products }) => products === 0,
    canGoBack: always,
    move: binning(at),
  },
  bringBack: {
    title: 'Bring back', does: 'Bring back', done: 'back', back: { way: 'delete', words: 'Delete them again' }, nothing: 'None of them was deleted.',
    concerns: always,
    canGoBack: always,
    move: bringingBack,
  },
};
