import { managed } from '@/http/manager';
import { jsonLines, draftFrom } from '@/http/route';
import { rippleOf } from '@/services/sheets/ripple';

interface Place {
  params: Promise<{ id: string }>;
}

/**
 * What publishing the sheet would change (`?version=` the draft that was seen): a line of JSON a product, as each is
 * looked at.
 */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) =>
    jsonLines(await rippleOf(context, [draftFrom((await params).id, new URL(request.url))])),
  );
}
