import { conditionalJson } from '@/http/conditional';
import { managed } from '@/http/manager';
import { readLarge } from '@/http/route';
import { productsAskedFrom } from '@/services/products/asked';
import { startAgain } from '@/services/products/products';
import { draftsTold, draftTold } from '@/services/told/drafts';

/** A page of products. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    conditionalJson(request, await draftsTold(context, productsAskedFrom(new URL(request.url).searchParams))),
  );
}

/** Starts a product as a draft, with all that it says; of an address that is taken it gets one like it. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const id = await startAgain(context, await readLarge(request, 'product'));
    return Response.json(await draftTold(context, id), {
      status: 201,
      headers: { Location: `/api/manage/v1/drafts/${id}`, 'Cache-Control': 'no-store' },
    });
  });
}
