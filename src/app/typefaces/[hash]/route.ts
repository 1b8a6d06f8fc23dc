import { bytesAnswer } from '@/http/bytes-answer';
import { answer } from '@/http/route';
import { readTypeface } from '@/services/typefaces/store';

interface Place {
  params: Promise<{ hash: string }>;
}

/** The file of an uploaded typeface: it never changes under its address. */
export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) =>
    bytesAnswer(await readTypeface(context, (await params).hash), 'font/woff', {
      'Cache-Control': 'public, max-age=31536000, immutable',
    }),
  );
}
