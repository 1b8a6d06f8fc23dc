import { answer, numberFrom } from '@/http/route';
import { shareDraft, withdrawDraftLink } from '@/services/products/draft-link';

interface Place {
  params: Promise<{ id: string }>;
}

export function POST(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => shareDraft(context, numberFrom((await params).id)));
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => withdrawDraftLink(context, numberFrom((await params).id)));
}
