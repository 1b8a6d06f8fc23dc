import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { openProduct } from '@/services/products/drafts';
import { deleteProduct } from '@/services/products/products';

interface Place {
  params: Promise<{ id: string }>;
}

export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => openProduct(context, numberFrom((await params).id)));
}

export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => deleteProduct(context, numberFrom((await params).id)));
}
