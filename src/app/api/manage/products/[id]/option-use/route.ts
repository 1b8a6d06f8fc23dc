import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { optionUseSchema, readOptionUse } from '@/services/products/variants';

interface Place {
  params: Promise<{ id: string }>;
}

/** Says what hangs on some options; changes nothing. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) =>
    readOptionUse(context, numberFrom((await params).id), await readJson(request, optionUseSchema, 256 * 1024)),
  );
}
