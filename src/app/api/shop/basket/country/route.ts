import { z } from 'zod';
import { basketToken, keepBasketToken } from '@/http/basket-cookie';
import { answer, readJson } from '@/http/route';
import { sayCountry } from '@/services/selling/terms';

const countrySchema = z.strictObject({ country: z.string().max(10) });

export function PUT(request: Request): Promise<Response> {
  return answer(async (context) => {
    await keepBasketToken(
      await sayCountry(context, await basketToken(), (await readJson(request, countrySchema)).country),
    );
  });
}
