import { basketToken } from '@/http/basket-cookie';
import { spend } from '@/http/limits';
import { answer, readJson } from '@/http/route';
import { checkOut, checkoutSchema } from '@/services/selling/checkout';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => {
    await spend(request, 'order');
    return checkOut(context, await basketToken(), await readJson(request, checkoutSchema));
  });
}
