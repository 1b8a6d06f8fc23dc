import { managed } from '@/http/manager';
import { jsonLines, numberFrom } from '@/http/route';
import { goOnWithBulk, undoBulk } from '@/services/many/make';

interface Place {
  params: Promise<{ id: string }>;
}

/** Goes on with a change of many that was stopped, a step a line. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    jsonLines(await goOnWithBulk(context, numberFrom((await params).id))),
  );
}

/** Takes a change of many back, a step a line. */
export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    jsonLines(await undoBulk(context, numberFrom((await params).id))),
  );
}
