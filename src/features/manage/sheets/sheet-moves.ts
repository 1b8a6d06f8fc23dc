import { binMoves, draftsSeen, type Move, publishing } from '@/features/manage/many';
import { type SheetRow } from '@/services/sheets/sheets';

/** What can be done with many sheets, one after the other. */
type SheetWay = 'publish' | 'delete' | 'bringBack';

const at = (id: number | string) => `/api/manage/sheets/${id}`;

export const sheetMoves: Readonly<Record<SheetWay, Move<SheetRow, SheetWay>>> = {
  publish: {
    title: 'Publish',
    does: 'Publish',
    done: 'published; their products follow',
    back: null,
    nothing: 'None of them has a draft that differs from what is published.',
    concerns: ({ state }) => state !== 'published',
    canGoBack: () => false,
    rippleOf: (rows) => ({ address: '/api/manage/sheets/ripple', drafts: draftsSeen(rows) }),
    move: publishing(at),
  },
  ...binMoves(at, ({ products }) => products === 0, 'None of them is free: take them off their products first.'),
};
