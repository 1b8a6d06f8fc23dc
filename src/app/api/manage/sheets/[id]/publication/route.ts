import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { beginCards } from '@/services/catalog/cards';
import { publishSheet, sheetPublicationSchema } from '@/services/sheets/sheets';

interface Place {
  params: Promise<{ id: string }>;
}

export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const revision = await publishSheet(
      context,
      numberFrom((await params).id),
      await readJson(request, sheetPublicationSchema),
    );
    beginCards(context);
    return { revision };
  });
}
