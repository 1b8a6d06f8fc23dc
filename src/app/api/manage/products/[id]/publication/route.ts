import { z } from 'zod';
import { answer, numberFrom, readJson } from '@/http/route';
import { beginCards } from '@/services/catalog/cards';
import { publishProduct, unpublishProduct } from '@/services/products/publishing';

interface Place {
  params: Promise<{ id: string }>;
}

const bodySchema = z.strictObject({ version: z.int().min(1) });

export function POST(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const { version } = await readJson(request, bodySchema);
    const revision = await publishProduct(context, numberFrom((await params).id), version);
    beginCards(context);
    return { revision };
  });
}

export function DELETE(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => unpublishProduct(context, numberFrom((await params).id)));
}
