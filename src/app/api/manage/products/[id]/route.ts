import { answer, numberFrom } from '@/http/route';
import { openProduct } from '@/services/products/drafts';
import { deleteProduct } from '@/services/products/products';

interface Place {
  params: Promise<{ id: string }>;
}

export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => openProduct(context, numberFrom((await params).id)));
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => deleteProduct(context, numberFrom((await params).id)));
}
