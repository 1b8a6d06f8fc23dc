import { conditionalJson } from '@/http/conditional';
import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { revisionsTold } from '@/services/told/drafts';

interface Place {
  params: Promise<{ id: string }>;
}

/** The revisions of a product. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) =>
    conditionalJson(request, await revisionsTold(context, numberFrom((await params).id))),
  );
}
