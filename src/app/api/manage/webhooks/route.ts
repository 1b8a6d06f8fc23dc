import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { listTargets, makeTarget, newTargetSchema } from '@/services/webhooks/targets';

/** What other programs are told, and where; never what it is signed with. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'owner', (context) => listTargets(context));
}

/** Begins to tell a program something; answers with what messages are signed with, once. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'owner', async (context) => makeTarget(context, await readJson(request, newTargetSchema)));
}
