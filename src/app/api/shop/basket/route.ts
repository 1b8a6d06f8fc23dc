import { basketToken, keepBasketToken } from '@/http/basket-cookie';
import { spend } from '@/http/limits';
import { answer, readJson } from '@/http/route';
import { addToBasket, addToBasketSchema, countLines } from '@/services/selling/basket';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    await spend(request, 'basket');
    const token = await addToBasket(context, await basketToken(), await readJson(request, addToBasketSchema));
    await keepBasketToken(token);
    return { lines: await countLines(context, token) };
  });
}
