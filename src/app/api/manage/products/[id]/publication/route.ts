import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { publicationSchema, publishAsked, unpublishProduct } from '@/services/products/publishing';

interface Place {
  params: Promise<{ id: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    publishAsked(context, numberFrom((await params).id), await readJson(request, publicationSchema)),
  );
}

/** Takes it out of the shop; `?accepted=` says how many products in the shop may stop being sold. */
export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const accepted = numberFrom(new URL(request.url).searchParams.get('accepted') ?? '0');
    return unpublishProduct(context, numberFrom((await params).id), accepted);
  });
}
