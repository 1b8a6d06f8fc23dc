import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { endTarget } from '@/services/webhooks/targets';

interface Place {
  params: Promise<{ id: string }>;
}

/** Ends a webhook at once. */
export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) => endTarget(context, numberFrom((await params).id)));
}
