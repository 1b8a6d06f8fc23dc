import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { expectedReceiptSchema, expectReceipt } from '@/services/stock/items/expected';

interface Place {
  params: Promise<{ key: string }>;
}

/** Notes that something is on its way. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'stock', async (context) =>
    expectReceipt(context, (await params).key, await readJson(request, expectedReceiptSchema)),
  );
}
