import { answer } from '@/http/route';
import { readTakenAlong } from '@/services/products/editing';

interface Place {
  params: Promise<{ slug: string }>;
}

/** A product in the shop with those it takes along, for an editor that begins to take it along. */
export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => readTakenAlong(context, (await params).slug));
}
