import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { publicationSchema, publishAsked } from '@/services/products/publishing';

interface Place {
  params: Promise<{ id: string }>;
}

/** Publishes a draft as it was seen. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    publishAsked(context, numberFrom((await params).id), await readJson(request, publicationSchema)),
  );
}
