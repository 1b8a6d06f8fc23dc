import { managed } from '@/http/manager';
import { newLink } from '@/services/people/people';

interface Place {
  params: Promise<{ id: string }>;
}

/** Makes a link that signs somebody in once, in the place of their password. */
export function POST(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) => newLink(context, (await params).id));
}
