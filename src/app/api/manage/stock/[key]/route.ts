import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { changeStockItem, deleteStockItem, stockItemChangeSchema } from '@/services/stock/items/change-item';

interface Place {
  params: Promise<{ key: string }>;
}

export function PATCH(request: Request, { params }: Place): Promise<Response> {
  return managed(request, ['catalog', 'stock'], async (context) =>
    changeStockItem(context, (await params).key, await readJson(request, stockItemChangeSchema)),
  );
}

export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, ['catalog', 'stock'], async (context) => deleteStockItem(context, (await params).key));
}
