import { answer, readJson } from '@/http/route';
import { basketToken } from '@/http/basket-cookie';
import { checkOut, checkoutSchema } from '@/services/checkout';

export function POST(request: Request): Promise<Response> {
  return answer(async (context) => checkOut(context, await basketToken(), await readJson(request, checkoutSchema)));
}
