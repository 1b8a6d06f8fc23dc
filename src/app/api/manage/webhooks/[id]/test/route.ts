import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { sendTest } from '@/services/webhooks/targets';

interface Place {
  params: Promise<{ id: string }>;
}

/** Sends a message that says nothing, to see whether somebody listens. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) => sendTest(context, numberFrom((await params).id)));
}
