import { selectionSchema } from '@/core/selection';
import { basketToken } from '@/http/basket-cookie';
import { spend } from '@/http/limits';
import { answer, readJson } from '@/http/route';
import { resolveForCustomer } from '@/services/selling/shop';

interface Place {
  params: Promise<{ slug: string }>;
}

/** Resolves a selection for whoever looks at the product's page: what the page can't know of stock is known here. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    await spend(request, 'resolve');
    return resolveForCustomer(
      context,
      (await params).slug,
      await readJson(request, selectionSchema),
      await basketToken(),
    );
  });
}
