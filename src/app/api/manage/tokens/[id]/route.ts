import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { revokeToken } from '@/services/people/tokens';

interface Place {
  params: Promise<{ id: string }>;
}

/** Ends a token at once. */
export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'owner', async (context) => revokeToken(context, numberFrom((await params).id)));
}
