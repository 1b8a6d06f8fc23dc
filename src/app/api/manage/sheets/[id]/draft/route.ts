import { answer, LARGEST_DRAFT, numberFrom, readJson } from '@/http/route';
import { saveSheetDraft, sheetSaveSchema } from '@/services/sheets/sheets';

interface Place {
  params: Promise<{ id: string }>;
}

export function PUT(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const save = await readJson(request, sheetSaveSchema, LARGEST_DRAFT);
    return { version: await saveSheetDraft(context, numberFrom((await params).id), save) };
  });
}
