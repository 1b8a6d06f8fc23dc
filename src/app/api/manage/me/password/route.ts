import { credentialsOf, managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { trying } from '@/http/sign-in-limit';
import { setPassword } from '@/services/people/account';
import { passwordSchema } from '@/services/people/asked';

/** Sets one's own password; one's other browsers are signed out. */
export function PUT(request: Request): Promise<Response> {
  return managed(request, 'self', async (context, admitted) => {
    const asked = await readJson(request, passwordSchema);
    await trying(request, admitted.who.id, () => setPassword(context, admitted, credentialsOf(request), asked));
  });
}
