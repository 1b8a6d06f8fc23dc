import { bytesAnswer } from '@/http/bytes-answer';
import { answer } from '@/http/route';
import { readPicture } from '@/services/files/pictures';

interface Place {
  params: Promise<{ hash: string }>;
}

/** A picture never changes under its address, and never runs as a page. */
export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const { type, bytes } = await readPicture(context, (await params).hash);
    return bytesAnswer(bytes, type, {
      'Cache-Control': 'public, max-age=31536000, immutable',
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
    });
  });
}
