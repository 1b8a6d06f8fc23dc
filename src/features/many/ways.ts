import { z } from 'zod';
import { binnedSchema } from '@/features/bin/say-binned';
import { anything, send } from '@/features/shared/api';

/** How one of many goes a way; what `Move` asks for. */
type Going = (id: number | string, binned: number | null) => Promise<number | null>;

const draftSchema = z.object({ draftVersion: z.number() });

/** Publishes the draft as it stands. @param at the address of one of them */
export const publishing = (at: (id: number | string) => string): Going => async (id) => {
  const { draftVersion } = await send('GET', at(id), undefined, draftSchema);
  await send('POST', `${at(id)}/publication`, { version: draftVersion, accepted: 0 }, anything);
  return null;
};

/** Deletes one, which then lies in the bin. @returns its number there */
export const binning = (at: (id: number | string) => string): Going => (id) => send('DELETE', at(id), undefined, binnedSchema).then(({ binned }) => binned);

/** Brings one back out of the bin. */
export const bringingBack: Going = (_id, binned) => send('POST', `/api/manage/bin/${binned}`, undefined, anything).then(() => null);
