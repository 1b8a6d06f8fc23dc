import { answer, numberFrom } from '@/http/route';
import { undoImport } from '@/services/importing/undo';

/** Takes back what a file has done. */
export function POST(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return answer(async (context) => undoImport(context, numberFrom((await params).id)));
}
