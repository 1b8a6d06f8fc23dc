import { answer, jsonLines, numberFrom } from '@/http/route';
import { rippleOfProduct } from '@/services/products/ripple';

interface Place {
  params: Promise<{ id: string }>;
}

/** What publishing a product, or taking it out of the shop (`?change=withdraw`), does to what it is a part of (`?version=` the draft that was seen): a line of JSON a product. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const asked = new URL(request.url).searchParams;
    const version = asked.get('version');
    return jsonLines(await rippleOfProduct(context, { id: numberFrom((await params).id), ...(version !== null && { version: numberFrom(version) }) }, asked.get('change') === 'withdraw' ? 'withdraw' : 'publish'));
  });
}
