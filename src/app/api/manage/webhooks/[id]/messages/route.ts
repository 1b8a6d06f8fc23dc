import { managed } from '@/http/manager';
import { numberFrom, readJson } from '@/http/route';
import { againSchema, listMessages, sendAgain } from '@/services/webhooks/targets';

interface Place {
  params: Promise<{ id: string }>;
}

/** The newest messages of a webhook. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) => ({
    messages: await listMessages(context, numberFrom((await params).id)),
  }));
}

/** Sends one of them once more. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) => {
    const { message } = await readJson(request, againSchema);
    return sendAgain(context, numberFrom((await params).id), message);
  });
}
