import { z } from 'zod';
import { basketToken, keepBasketToken } from '@/http/basket-cookie';
import { answer, readJson } from '@/http/route';
import { enterGroupCode } from '@/services/settings/settings';

const codeSchema = z.strictObject({ code: z.string().max(60) });

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const { token, group } = await enterGroupCode(context, await basketToken(), (await readJson(request, codeSchema)).code);
    await keepBasketToken(token);
    return { group };
  });
}
