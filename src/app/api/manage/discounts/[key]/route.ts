import { managed } from '@/http/manager';
import { deleteDiscount } from '@/services/prices/discounts';

interface Place {
  params: Promise<{ key: string }>;
}

export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => deleteDiscount(context, (await params).key));
}
