import { answer, jsonLines, numberFrom } from '@/http/route';
import { rippleOf } from '@/services/sheets/ripple';

interface Place {
  params: Promise<{ id: string }>;
}

/** What publishing the sheet would change: a line of JSON a product, as each is looked at. */
export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => jsonLines(await rippleOf(context, [numberFrom((await params).id)])));
}
