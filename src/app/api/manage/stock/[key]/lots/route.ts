import { lotRuleSchema } from '@/core/catalog';
import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { setLotRule } from '@/services/stock/items/stock';

interface Place {
  params: Promise<{ key: string }>;
}

export function PUT(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'stock', async (context) =>
    setLotRule(context, (await params).key, await readJson(request, lotRuleSchema)),
  );
}
