import { conditionalJson } from '@/http/conditional';
import { managed } from '@/http/manager';
import { stockItemTold } from '@/services/told/stock';

interface Place {
  params: Promise<{ key: string }>;
}

/** One stock item. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) =>
    conditionalJson(request, await stockItemTold(context, (await params).key)),
  );
}
