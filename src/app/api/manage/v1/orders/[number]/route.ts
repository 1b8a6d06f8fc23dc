import { conditionalJson } from '@/http/conditional';
import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { orderTold } from '@/services/told/orders';

interface Place {
  params: Promise<{ number: string }>;
}

/** One order. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) =>
    conditionalJson(request, await orderTold(context, numberFrom((await params).number))),
  );
}
