import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { beginCards } from '@/services/catalog/cards';
import { publicationSchema } from '@/services/products/publishing';
import { publishTold } from '@/services/told/drafts';

interface Place {
  params: Promise<{ id: string }>;
}

/** Publishes a draft as it was seen. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const done = await publishTold(context, numberFrom((await params).id), await readJson(request, publicationSchema));
    beginCards(context);
    return done;
  });
}
