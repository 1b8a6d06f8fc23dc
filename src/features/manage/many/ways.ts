import { anything, binnedSchema, send } from '@/features/kit/shared';
import { type Movable, type Move } from './move-many';

/** How one of many goes a way; what `Move` asks for. */
type Going = (id: number | string, binned: number | null) => Promise<number | null>;

/** The drafts of rows as they were seen. */
export const draftsSeen = (rows: readonly { readonly id: number; readonly draftVersion: number }[]) =>
  rows.map(({ id, draftVersion }) => ({ id, version: draftVersion }));

/** Publishes the draft as it was seen, and no other. @param at the address of one of them */
export const publishing =
  (at: (id: number | string) => string) =>
  async (id: number, _binned: number | null, { draftVersion }: { readonly draftVersion: number }): Promise<null> => {
    await send('POST', `${at(id)}/publication`, { version: draftVersion, accepted: 0 }, anything);
    return null;
  };

/** Deletes one, which then lies in the bin. @returns its number there */
const binning =
  (at: (id: number | string) => string): Going =>
  (id) =>
    send('DELETE', at(id), undefined, binnedSchema).then(({ binned }) => binned);

/** Brings one back out of the bin. */
const bringingBack: Going = (_id, binned) =>
  send('POST', `/api/manage/bin/${binned}`, undefined, anything).then(() => null);

export const always = () => true;

/**
 * Into the bin, and out of it again.
 *
 * @param at the address of one of them
 * @param concerns which of them may be deleted
 * @param nothing said where none of them may
 */
export const binMoves = <Row extends Movable>(
  at: (id: number | string) => string,
  concerns: (row: Row) => boolean,
  nothing: string,
): Readonly<Record<'delete' | 'bringBack', Move<Row, 'delete' | 'bringBack'>>> => ({
  delete: {
    title: 'Delete',
    does: 'Delete',
    done: 'in the bin, for 30 days',
    back: { way: 'bringBack', words: 'Bring them back' },
    nothing,
    concerns,
    canGoBack: always,
    move: binning(at),
  },
  bringBack: {
    title: 'Restore',
    does: 'Restore',
    done: 'back',
    back: { way: 'delete', words: 'Delete them again' },
    nothing: 'None of them was deleted.',
    concerns: always,
    canGoBack: always,
    move: bringingBack,
  },
});
