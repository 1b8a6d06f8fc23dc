import { credentialsOf, managed, withCookies } from '@/http/manager';
import { asResponse, readJson } from '@/http/route';
import { trying } from '@/http/sign-in-limit';
import { beginSecondFactor, confirmSecondFactor, dropSecondFactor } from '@/services/people/account';
import { beginFactorSchema, codeSchema } from '@/services/people/asked';

/** Begins a second factor: what an app is given, and the spare codes. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'self', async (context, admitted) => {
    const { password } = await readJson(request, beginFactorSchema);
    return trying(request, admitted.who.id, () =>
      beginSecondFactor(context, admitted, credentialsOf(request), password),
    );
  });
}

/** Enters the first code of the app: from now on signing in asks for one. */
export function PUT(request: Request): Promise<Response> {
  return managed(request, 'self', async (context, admitted) => {
    const { code } = await readJson(request, codeSchema);
    const cookies = await trying(request, admitted.who.id, () =>
      confirmSecondFactor(context, admitted, credentialsOf(request), code),
    );
    return withCookies(asResponse({}), cookies);
  });
}

/** Takes it off. */
export function DELETE(request: Request): Promise<Response> {
  return managed(request, 'self', async (context, admitted) => {
    const { password } = await readJson(request, beginFactorSchema);
    const cookies = await trying(request, admitted.who.id, () =>
      dropSecondFactor(context, admitted, credentialsOf(request), password),
    );
    return withCookies(asResponse({}), cookies);
  });
}
