import { answer, numberFrom } from '@/http/route';
import { listEarlierStates } from '@/services/products/publishing';

interface Place {
  params: Promise<{ id: string }>;
}

export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => listEarlierStates(context, numberFrom((await params).id)));
}
