import { answer, readJson } from '@/http/route';
import { changeStockItem, deleteStockItem, stockItemChangeSchema } from '@/services/stock/items/change-item';

interface Place {
  params: Promise<{ key: string }>;
}

export function PATCH(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) =>
    changeStockItem(context, (await params).key, await readJson(request, stockItemChangeSchema)),
  );
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => deleteStockItem(context, (await params).key));
}
