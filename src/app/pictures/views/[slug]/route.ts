import { conditionalPng } from '@/http/conditional';
import { answer } from '@/http/route';
import { listPicture } from '@/services/selling/list-picture';

interface Place {
  params: Promise<{ slug: string }>;
}

/** What a product looks like as its page begins, for lists and previews. `of` is another once it looks otherwise. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const isNamed = new URL(request.url).searchParams.has('of');
    const picture = await listPicture(context, (await params).slug);
    return conditionalPng(request, picture, isNamed ? 'public, max-age=604800' : 'public, max-age=3600');
  });
}
