import { conditionalJson } from '@/http/conditional';
import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { revisionTold } from '@/services/told/drafts';

interface Place {
  params: Promise<{ id: string; number: string }>;
}

/** One revision, with what it says. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { id, number } = await params;
    return conditionalJson(request, await revisionTold(context, numberFrom(id), numberFrom(number)));
  });
}
