import { z } from 'zod';
import { ApiProblem, send } from '@/features/kit/shared';
import { type KeptFile } from '@/services/importing/opened';

/** Sends a file. @returns what the server keeps it under, and what it seems to be */
export const keep = (file: File): Promise<KeptFile> =>
  send('POST', `/api/manage/imports/files?name=${encodeURIComponent(file.name)}`, file, z.custom<KeptFile>());

/** Works with a file that the server keeps; it is sent once more only where the server doesn’t any more. */
export async function withKept<T>(file: File, kept: string, work: (kept: string) => Promise<T>): Promise<T> {
  try {
    return await work(kept);
  } catch (error) {
    if (!(error instanceof ApiProblem && error.code === 'fileGone')) throw error;
    // It is kept under what is in it.
    return work((await keep(file)).file);
  }
}
