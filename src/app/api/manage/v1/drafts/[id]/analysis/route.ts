import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { draftAnalysed } from '@/services/told/drafts';

interface Place {
  params: Promise<{ id: string }>;
}

/** What is true of all selections of a draft. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => draftAnalysed(context, numberFrom((await params).id)));
}
