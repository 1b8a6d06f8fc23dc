import { answer, LARGEST_DRAFT, numberFrom, readJson } from '@/http/route';
import { draftSaveSchema, saveDraft } from '@/services/products/drafts';

interface Place {
  params: Promise<{ id: string }>;
}

export function PUT(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const save = await readJson(request, draftSaveSchema, LARGEST_DRAFT);
    return { version: await saveDraft(context, numberFrom((await params).id), save) };
  });
}
