import { fileTypes } from '@/core/catalog';
import { managed } from '@/http/manager';
import { savedFile } from '@/http/saved-file';
import { readUpload } from '@/services/files/uploads';

interface Place {
  params: Promise<{ token: string }>;
}

/** Hands out a customer's file to be saved: never shown as a page, whatever is in it. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { name, type, bytes } = await readUpload(context, (await params).token);
    const media = type === 'svg' || type === 'text' ? 'application/octet-stream' : fileTypes[type].media;
    return savedFile(bytes, { type: media, name });
  });
}
