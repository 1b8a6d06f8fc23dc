import { answer } from '@/http/route';
import { deleteDiscount } from '@/services/prices/discounts';

interface Place {
  params: Promise<{ key: string }>;
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => deleteDiscount(context, (await params).key));
}
