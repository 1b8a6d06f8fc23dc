import { managed } from '@/http/manager';
import { originOf } from '@/http/origin';
import { readJson } from '@/http/route';
import { invitedSchema } from '@/services/people/asked';
import { inviteByLetter } from '@/services/people/invitation';
import { listPeople } from '@/services/people/people';

/** Everybody who works here. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'owner', (context) => listPeople(context));
}

/** Lets somebody in; answers with the link that signs them in once. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'owner', async (context) =>
    inviteByLetter(context, originOf(request), await readJson(request, invitedSchema)),
  );
}
