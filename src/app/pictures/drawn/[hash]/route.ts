import { bytesAnswer } from '@/http/bytes-answer';
import { answer } from '@/http/route';
import { keptPng } from '@/services/drawing';

interface Place {
  params: Promise<{ hash: string }>;
}

/** What was sold, as it was seen then: it never changes. */
export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const png = await keptPng(context, (await params).hash);
    return bytesAnswer(png, 'image/png', {
      'Cache-Control': 'private, max-age=31536000, immutable',
    });
  });
}
