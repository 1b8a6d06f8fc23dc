import { answer, numberFrom, readJson } from '@/http/route';
import { draftSaveSchema, saveDraft } from '@/services/products';

interface Place {
  params: Promise<{ id: string }>;
}

/** A definition with hundreds of options is long; this is ample for it. */
const LARGEST_DRAFT = 4 * 1024 * 1024;

export function PUT(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const save = await readJson(request, draftSaveSchema, LARGEST_DRAFT);
    return { version: await saveDraft(context, numberFrom((await params).id), save) };
  });
}
