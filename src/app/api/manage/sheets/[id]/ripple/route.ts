import { answer, jsonLines, numberFrom } from '@/http/route';
import { rippleOf } from '@/services/sheets/ripple';

interface Place {
  params: Promise<{ id: string }>;
}

/** What publishing the sheet would change (`?version=` the draft that was seen): a line of JSON a product, as each is looked at. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return answer(async (context) => {
    const version = new URL(request.url).searchParams.get('version');
    return jsonLines(await rippleOf(context, [{ id: numberFrom((await params).id), ...(version !== null && { version: numberFrom(version) }) }]));
  });
}
