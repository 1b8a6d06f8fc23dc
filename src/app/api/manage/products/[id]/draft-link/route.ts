import { answer, numberFrom, readJson } from '@/http/route';
import { sharedAsSchema, shareDraft, withdrawDraftLink } from '@/services/products/draft-link';

interface Place {
  params: Promise<{ id: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) =>
    shareDraft(context, numberFrom((await params).id), await readJson(request, sharedAsSchema)),
  );
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => withdrawDraftLink(context, numberFrom((await params).id)));
}
