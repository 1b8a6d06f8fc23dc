import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { endSession } from '@/services/people/account';
import { endSessionSchema } from '@/services/people/asked';

/** Signs another browser of one's own out, or all others. */
export function DELETE(request: Request): Promise<Response> {
  return managed(request, 'self', async (context, admitted) =>
    endSession(context, admitted, (await readJson(request, endSessionSchema)).id),
  );
}
