import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { enterStock, stockEntrySchema } from '@/services/stock/entering/entry';

interface Place {
  params: Promise<{ key: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'stock', async (context) =>
    enterStock(context, (await params).key, await readJson(request, stockEntrySchema)),
  );
}
