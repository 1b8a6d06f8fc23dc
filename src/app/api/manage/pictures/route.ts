import { answer, readFileBody } from '@/http/route';
import { listPictures } from '@/services/pictures/library';
import { LARGEST_PICTURE, uploadPicture } from '@/services/files/pictures';

export function GET(): Promise<Response> {
  return answer(listPictures);
}

export function POST(request: Request): Promise<Response> {
  const name = new URL(request.url).searchParams.get('name') ?? '';
  return answer(async (context) => ({
    src: await uploadPicture(context, await readFileBody(request, LARGEST_PICTURE), name),
  }));
}
