import { basketToken } from '@/http/basket-cookie';
import { bytesAnswer } from '@/http/bytes-answer';
import { answer, numberFrom } from '@/http/route';
import { basketPicture } from '@/services/selling/basket-picture';

interface Place {
  params: Promise<{ line: string }>;
}

/** What a line of the basket looks like as it is chosen. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const { name, png } = await basketPicture(context, await basketToken(), numberFrom((await params).line));
    const headers = { ETag: `"${name}"`, 'Cache-Control': 'private, no-cache' };
    if (request.headers.get('if-none-match') === headers.ETag) return new Response(null, { status: 304, headers });
    return bytesAnswer(png, 'image/png', headers);
  });
}
