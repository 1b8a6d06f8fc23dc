import { answer, numberFrom } from '@/http/route';
import { undoBulk } from '@/services/many/bulk';

interface Place {
  params: Promise<{ id: string }>;
}

/** Takes a change of many back. */
export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => undoBulk(context, numberFrom((await params).id)));
}
