import { bytesAnswer } from '@/http/bytes-answer';
import { answer } from '@/http/route';
import { listPicture } from '@/services/selling/list-picture';

interface Place {
  params: Promise<{ slug: string }>;
}

/** What a product looks like as its page begins, for lists and previews. `of` is another once it looks otherwise. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const { name, png } = await listPicture(context, (await params).slug);
    const isNamed = new URL(request.url).searchParams.has('of');
    const headers = {
      ETag: `"${name}"`,
      'Cache-Control': isNamed ? 'public, max-age=604800' : 'public, max-age=3600',
    };
    if (request.headers.get('if-none-match') === headers.ETag) return new Response(null, { status: 304, headers });
    return bytesAnswer(png, 'image/png', headers);
  });
}
