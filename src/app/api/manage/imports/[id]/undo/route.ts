import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { undoImport } from '@/services/importing/undo';

/** Takes back what a file has done. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return managed(request, 'catalog', async (context) => undoImport(context, numberFrom((await params).id)));
}
