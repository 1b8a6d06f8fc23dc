import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { savedFile } from '@/http/saved-file';
import { streamOf } from '@/http/stream';
import { personalDataOf } from '@/services/selling/personal-data';

/** All that is kept of the customer of `?order=`, as a ZIP: an e-mail address stands in no address of ours. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'orders', async (context) => {
    const number = numberFrom(new URL(request.url).searchParams.get('order') ?? '');
    const chunks = streamOf(await personalDataOf(context, number));
    return savedFile(chunks, { type: 'application/zip', name: 'personal-data.zip' });
  });
}
