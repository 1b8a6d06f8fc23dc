import { answer, numberFrom } from '@/http/route';
import { duplicateProduct } from '@/services/products/products';

interface Place {
  params: Promise<{ id: string }>;
}

export function POST(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => ({ id: await duplicateProduct(context, numberFrom((await params).id)) }));
}
