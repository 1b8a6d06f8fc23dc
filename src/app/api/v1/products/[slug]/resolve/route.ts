import { resolutionJson } from '@/core/exchange';
import { answer, readJson } from '@/http/route';
import { selectionSchema } from '@/services/basket';
import { resolvePublished } from '@/services/published';

interface Place {
  params: Promise<{ slug: string }>;
}

/** Resolves a selection of a published product against live stock. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const { slug } = await params;
    return resolutionJson(await resolvePublished(context, slug, await readJson(request, selectionSchema)));
  });
}
