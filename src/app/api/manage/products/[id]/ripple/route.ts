import { managed } from '@/http/manager';
import { jsonLines, draftFrom } from '@/http/route';
import { rippleOfProduct } from '@/services/products/ripple';

interface Place {
  params: Promise<{ id: string }>;
}

/**
 * What publishing a product, or taking it out of the shop (`?change=withdraw`), does to what it is a part of
 * (`?version=` the draft that was seen): a line of JSON a product.
 */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const url = new URL(request.url);
    return jsonLines(
      await rippleOfProduct(
        context,
        draftFrom((await params).id, url),
        url.searchParams.get('change') === 'withdraw' ? 'withdraw' : 'publish',
      ),
    );
  });
}
