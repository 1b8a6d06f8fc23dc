import { managed } from '@/http/manager';
import { numberFrom, readLarge } from '@/http/route';
import { saveDraft } from '@/services/products/drafts';

interface Place {
  params: Promise<{ id: string }>;
}

export function PUT(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const save = await readLarge(request, 'productDraft');
    return { version: await saveDraft(context, numberFrom((await params).id), save) };
  });
}
