import { answer, numberFrom } from '@/http/route';
import { listSheetRevisions } from '@/services/sheets/sheets';

interface Place {
  params: Promise<{ id: string }>;
}

export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => listSheetRevisions(context, numberFrom((await params).id)));
}
