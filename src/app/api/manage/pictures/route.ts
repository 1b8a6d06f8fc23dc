import { answer, readBytes } from '@/http/route';
import { LARGEST_PICTURE, uploadPicture } from '@/services/pictures';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => ({ src: await uploadPicture(context, await readBytes(request, LARGEST_PICTURE)) }));
}
