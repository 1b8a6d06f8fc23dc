import { LARGEST_PICTURE } from '@/core/catalog';
import { managed } from '@/http/manager';
import { readFileBody } from '@/http/route';
import { listPictures, picturesAskedFrom } from '@/services/pictures/list';
import { uploadPicture } from '@/services/files/pictures';

/** A page of the pictures, as they are asked for. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', (context) =>
    listPictures(context, picturesAskedFrom(new URL(request.url).searchParams)),
  );
}

export function POST(request: Request): Promise<Response> {
  const name = new URL(request.url).searchParams.get('name') ?? '';
  return managed(request, 'catalog', async (context) => ({
    src: await uploadPicture(context, await readFileBody(request, LARGEST_PICTURE), name),
  }));
}
