import { bytesAnswer } from '@/http/bytes-answer';
import { answer } from '@/http/route';
import { readUploadedPicture } from '@/services/files/uploaded-picture';

interface Place {
  params: Promise<{ token: string }>;
}

/** A picture that a customer has uploaded, small enough to be looked at: who has its token may see it. */
export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const png = await readUploadedPicture(context, (await params).token);
    return bytesAnswer(png, 'image/png', {
      'Cache-Control': 'private, max-age=86400',
    });
  });
}
