import { z } from 'zod';
import { answer, numberFrom, readJson } from '@/http/route';
import { planAgain } from '@/services/stock/ledger/cutting';

interface Place {
  params: Promise<{ order: string; stock: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const { order, stock } = await params;
    await readJson(request, z.strictObject({}));
    return planAgain(context, numberFrom(order), stock);
  });
}
