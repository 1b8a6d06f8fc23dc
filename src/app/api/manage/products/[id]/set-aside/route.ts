import { z } from 'zod';
import { productSchema } from '@/core/catalog';
import { answer, numberFrom, readJson } from '@/http/route';
import { setAsideDraft } from '@/services/products/drafts';

interface Place {
  params: Promise<{ id: string }>;
}

const bodySchema = z.strictObject({ definition: productSchema, savedBy: z.string().max(60) });

export function POST(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const { definition, savedBy } = await readJson(request, bodySchema, 4 * 1024 * 1024);
    await setAsideDraft(context, numberFrom((await params).id), definition, savedBy);
  });
}
