import { answer, readFileBody } from '@/http/route';
import { LARGEST_PICTURE, uploadPicture } from '@/services/files/pictures';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => ({ src: await uploadPicture(context, await readFileBody(request, LARGEST_PICTURE)) }));
}
