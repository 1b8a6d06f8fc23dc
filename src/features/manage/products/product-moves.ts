import { always, binMoves, draftsSeen, type Move, publishing } from '@/features/manage/many';
import { anything, send } from '@/features/kit/shared';
import { KeptBack } from './kept-back';
import { type MeantProduct } from '@/services/products/list';

/** What can be done with many products, one after the other. */
type Way = 'publish' | 'withdraw' | 'archive' | 'takeOut' | 'delete' | 'bringBack';

const at = (id: number | string) => `/api/manage/products/${id}`;
const archived = (to: boolean) => (id: number) =>
  send('PUT', `${at(id)}/archived`, { archived: to }, anything).then(() => null);

export const productMoves: Readonly<Record<Way, Move<MeantProduct, Way>>> = {
  publish: {
    title: 'Publish',
    does: 'Publish',
    done: 'in the shop',
    back: { way: 'withdraw', words: 'Take them out again' },
    nothing: 'None of them has a draft that differs from the shop.',
    concerns: ({ state }) => state !== 'published',
    canGoBack: ({ state }) => state === 'draft' || state === 'archived',
    notReady: ({ mustFix }) => mustFix > 0,
    needsOthers: true,
    Kept: KeptBack,
    rippleOf: (rows) => ({ address: '/api/manage/products/ripple', drafts: draftsSeen(rows) }),
    move: publishing(at),
  },
  withdraw: {
    title: 'Take out of the shop',
    does: 'Take out',
    done: 'out of the shop',
    back: { way: 'publish', words: 'Put them back' },
    nothing: 'None of them is in the shop.',
    concerns: ({ state }) => state === 'published' || state === 'changed',
    canGoBack: ({ state }) => state === 'published',
    move: (id) => send('DELETE', `${at(id)}/publication`, undefined, anything).then(() => null),
  },
  archive: {
    title: 'Archive',
    does: 'Archive',
    done: 'archived',
    back: { way: 'takeOut', words: 'Take them out of the archive' },
    nothing: 'None of them is a draft. Take them out of the shop first.',
    concerns: ({ state }) => state === 'draft',
    canGoBack: always,
    move: archived(true),
  },
  takeOut: {
    title: 'Take out of the archive',
    does: 'Take out',
    done: 'out of the archive',
    back: { way: 'archive', words: 'Archive them again' },
    nothing: 'None of them is archived.',
    concerns: ({ state }) => state === 'archived',
    canGoBack: always,
    move: archived(false),
  },
  ...binMoves(
    at,
    ({ state }) => state === 'draft' || state === 'archived',
    'None of them is a draft. Take them out of the shop first.',
  ),
};
