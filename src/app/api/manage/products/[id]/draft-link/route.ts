import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { sharedAsSchema, shareDraft, withdrawDraftLink } from '@/services/products/draft-link';

interface Place {
  params: Promise<{ id: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    shareDraft(context, numberFrom((await params).id), await readJson(request, sharedAsSchema)),
  );
}

export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => withdrawDraftLink(context, numberFrom((await params).id)));
}
