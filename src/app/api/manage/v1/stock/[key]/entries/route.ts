import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { stockEntrySchema } from '@/services/stock/entering/entry';
import { enterTold } from '@/services/told/stock';

interface Place {
  params: Promise<{ key: string }>;
}

/** Enters a receipt or a count. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'stock', async (context) =>
    enterTold(context, (await params).key, await readJson(request, stockEntrySchema)),
  );
}
