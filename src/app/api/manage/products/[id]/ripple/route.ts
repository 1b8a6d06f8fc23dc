import { answer, jsonLines, numberFrom } from '@/http/route';
import { rippleOfProduct } from '@/services/products/ripple';

interface Place {
  params: Promise<{ id: string }>;
}

/** What publishing a product, or taking it out of the shop (`?change=withdraw`), does to what it is a part of: a line of JSON a product. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const change = new URL(request.url).searchParams.get('change') === 'withdraw' ? 'withdraw' : 'publish';
    return jsonLines(await rippleOfProduct(context, numberFrom((await params).id), change));
  });
}
