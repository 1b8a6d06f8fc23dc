import { z } from 'zod';
import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { leaveProduct, seeProduct } from '@/services/products/drafts';

interface Place {
  params: Promise<{ id: string }>;
}

const bodySchema = z.strictObject({ editor: z.string().min(1).max(60), leaving: z.boolean().default(false) });

export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { editor, leaving } = await readJson(request, bodySchema);
    const id = numberFrom((await params).id);
    return leaving ? leaveProduct(context, id, editor) : seeProduct(context, id, editor);
  });
}
