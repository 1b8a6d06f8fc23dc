import { selectionSchema } from '@/core/selection';
import { spend } from '@/http/limits';
import { answer, readJson } from '@/http/route';
import { resolveForCustomer } from '@/services/selling/shop';

interface Place {
  params: Promise<{ slug: string }>;
}

/** Resolves a selection of a published product against live stock, for a customer of no group. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    await spend(request, 'resolve');
    return resolveForCustomer(context, (await params).slug, await readJson(request, selectionSchema), undefined);
  });
}
