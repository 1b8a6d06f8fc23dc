import { z } from 'zod';
import { send } from '@/features/kit/shared';

const uploadedSchema = z.object({ src: z.string() });

/** Keeps a picture on the server. @returns where it is  @throws ApiProblem what is wrong with the file */
export async function uploadPicture(file: File): Promise<string> {
  return (await send('POST', `/api/manage/pictures?name=${encodeURIComponent(file.name)}`, file, uploadedSchema)).src;
}
