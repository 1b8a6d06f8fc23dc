import { basketToken } from '@/http/basket-cookie';
import { conditionalPng } from '@/http/conditional';
import { answer, numberFrom } from '@/http/route';
import { basketPicture } from '@/services/selling/basket-picture';

interface Place {
  params: Promise<{ line: string }>;
}

/** What a line of the basket looks like as it is chosen. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const picture = await basketPicture(context, await basketToken(), numberFrom((await params).line));
    return conditionalPng(request, picture, 'private, no-cache');
  });
}
