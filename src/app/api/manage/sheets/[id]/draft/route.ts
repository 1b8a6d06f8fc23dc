import { managed } from '@/http/manager';
import { numberFrom, readLarge } from '@/http/route';
import { saveSheetDraft } from '@/services/sheets/sheets';

interface Place {
  params: Promise<{ id: string }>;
}

export function PUT(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const save = await readLarge(request, 'sheetDraft');
    return { version: await saveSheetDraft(context, numberFrom((await params).id), save) };
  });
}
