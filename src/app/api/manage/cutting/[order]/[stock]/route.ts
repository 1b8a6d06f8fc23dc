import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { confirmCuts, cutReportSchema } from '@/services/stock/ledger/cutting';

interface Place {
  params: Promise<{ order: string; stock: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'stock', async (context) => {
    const { order, stock } = await params;
    return confirmCuts(context, numberFrom(order), stock, await readJson(request, cutReportSchema));
  });
}
