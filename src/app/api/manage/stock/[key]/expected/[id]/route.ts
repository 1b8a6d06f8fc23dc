import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { dropExpected, expectedArrived } from '@/services/stock/items/expected';

interface Place {
  params: Promise<{ key: string; id: string }>;
}

/** It has come: books it as a receipt. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'stock', async (context) => {
    const { key, id } = await params;
    return expectedArrived(context, key, numberFrom(id));
  });
}

/** It will not come. */
export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'stock', async (context) => {
    const { key, id } = await params;
    return dropExpected(context, key, numberFrom(id));
  });
}
