import { managed } from '@/http/manager';
import { listOutbox } from '@/services/letters/outbox';

/** The letters that are still to be sent. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'owner', async (context) => ({ letters: await listOutbox(context) }));
}
