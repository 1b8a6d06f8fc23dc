import { managed } from '@/http/manager';
import { numberFrom, readLarge } from '@/http/route';
import { setAsideDraft } from '@/services/products/drafts';

interface Place {
  params: Promise<{ id: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const { definition, savedBy } = await readLarge(request, 'draftSetAside');
    await setAsideDraft(context, numberFrom((await params).id), definition, savedBy);
  });
}
