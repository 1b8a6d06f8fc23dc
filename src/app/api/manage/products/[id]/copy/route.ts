import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { copySchema, duplicateProduct } from '@/services/products/products';

interface Place {
  params: Promise<{ id: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => ({
    id: await duplicateProduct(context, numberFrom((await params).id), await readJson(request, copySchema)),
  }));
}
