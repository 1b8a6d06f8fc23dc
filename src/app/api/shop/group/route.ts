import { z } from 'zod';
import { basketToken, keepBasketToken } from '@/http/basket-cookie';
import { guessing } from '@/http/guesses';
import { answer, readJson } from '@/http/route';
import { enterGroupCode } from '@/services/settings/settings';

const codeSchema = z.strictObject({ code: z.string().max(60) });

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const { code } = await readJson(request, codeSchema);
    const known = await basketToken();
    const { token, group } = await guessing(request, () => enterGroupCode(context, known, code));
    await keepBasketToken(token);
    return { group };
  });
}
