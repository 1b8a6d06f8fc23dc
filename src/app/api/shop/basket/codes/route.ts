import { z } from 'zod';
import { basketToken, keepBasketToken } from '@/http/basket-cookie';
import { guessing } from '@/http/guesses';
import { answer, readJson } from '@/http/route';
import { dropCode, enterCode } from '@/services/selling/terms';

const codeSchema = z.strictObject({ code: z.string().max(60) });

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    const { code } = await readJson(request, codeSchema);
    const token = await basketToken();
    await keepBasketToken(await guessing(request, () => enterCode(context, token, code)));
  });
}

export function DELETE(request: Request): Promise<Response> {
  return answer(async (context) => dropCode(context, await basketToken(), (await readJson(request, codeSchema)).code));
}
