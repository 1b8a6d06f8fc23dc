import { managed } from '@/http/manager';
import { originOf } from '@/http/origin';
import { newLinkByLetter } from '@/services/people/invitation';

interface Place {
  params: Promise<{ id: string }>;
}

/** Makes a link that signs somebody in once, in the place of their password. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) => newLinkByLetter(context, originOf(request), (await params).id));
}
