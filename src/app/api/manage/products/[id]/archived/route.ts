import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { archiveProduct, archiveSchema } from '@/services/products/products';

interface Place {
  params: Promise<{ id: string }>;
}

export function PUT(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    archiveProduct(context, numberFrom((await params).id), await readJson(request, archiveSchema)),
  );
}
