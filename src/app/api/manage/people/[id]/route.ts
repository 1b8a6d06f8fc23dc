import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { personChangeSchema } from '@/services/people/asked';
import { changePerson } from '@/services/people/people';

interface Place {
  params: Promise<{ id: string }>;
}

/** Says what somebody does, or that they may no longer come in. */
export function PATCH(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) =>
    changePerson(context, (await params).id, await readJson(request, personChangeSchema)),
  );
}
