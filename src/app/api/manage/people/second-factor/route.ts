import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { factorMustSchema } from '@/services/people/asked';
import { sayFactorMust } from '@/services/people/sign-in-rules';

/** Says who has to have a second factor. */
export function PUT(request: Request): Promise<Response> {
  return managed(request, 'owner', async (context, admitted) =>
    sayFactorMust(context, admitted, (await readJson(request, factorMustSchema)).must),
  );
}
