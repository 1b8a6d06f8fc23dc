import { z } from 'zod';
import { send, wordsOf } from '@/features/kit/shared/api';
import { sayDone, sayFailed } from '@/ui/toasts';

/** What deleting answers: its number in the bin. */
export const binnedSchema = z.object({ binned: z.number() });

const backSchema = z.object({ kind: z.string(), title: z.string() });

/** Brings something back out of the bin, and says so. @returns whether it is back */
export async function bringBackFromBin(id: number): Promise<boolean> {
  try {
    const { title } = await send('POST', `/api/manage/bin/${id}`, undefined, backSchema);
    sayDone(`${title} is back`);
    return true;
  } catch (error) {
    sayFailed('Not brought back', wordsOf(error));
    return false;
  }
}

/** Says that something lies in the bin, and offers to bring it back at once. */
export function sayBinned(title: string, binned: number, onBack: () => void): void {
  sayDone(`${title} is in the bin`, 'It can be brought back for 30 days.', {
    label: 'Restore',
    run: () => void bringBackFromBin(binned).then((isBack) => isBack && onBack()),
  });
}
