import { bytesAnswer } from '@/http/bytes-answer';
import { answer } from '@/http/route';
import { letteringFile } from '@/services/drawing/lettering';
import { notFound } from '@/services/refusal';

interface Place {
  params: Promise<{ face: string; subset: string }>;
}

/** A font file of a typeface that ships with the shop, from which pictures take its letters. */
export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async () => {
    const { face, subset } = await params;
    const file = (await letteringFile(face, subset)) ?? notFound('typeface at this address');
    return bytesAnswer(file, 'font/woff', {
      'Cache-Control': 'public, max-age=86400',
    });
  });
}
