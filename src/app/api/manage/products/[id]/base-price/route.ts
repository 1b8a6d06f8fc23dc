import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { basePriceSchema, setBasePrice } from '@/services/products/base-price';

interface Place {
  params: Promise<{ id: string }>;
}

/** Says what a draft costs, from the list. */
export function PUT(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    setBasePrice(context, numberFrom((await params).id), await readJson(request, basePriceSchema)),
  );
}
