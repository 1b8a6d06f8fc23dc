import { answer, jsonLines, numberFrom } from '@/http/route';
import { rippleOf } from '@/services/sheets/ripple';
import { openSheet } from '@/services/sheets/sheets';

interface Place {
  params: Promise<{ id: string }>;
}

/** What publishing the sheet would change: a line of JSON a product, as each is looked at. */
export function GET(_request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const { id } = await openSheet(context, numberFrom((await params).id));
    return jsonLines(rippleOf(context, id));
  });
}
