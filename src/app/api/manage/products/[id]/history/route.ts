import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { listEarlierStates } from '@/services/products/publishing';

interface Place {
  params: Promise<{ id: string }>;
}

export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => listEarlierStates(context, numberFrom((await params).id)));
}
