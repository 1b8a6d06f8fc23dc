import { answer, jsonLines, numbersFrom } from '@/http/route';
import { rippleOfProducts } from '@/services/products/ripple';

/** What publishing the drafts of some products (`?of=1,2`) would change, all of them together: a line of JSON a product, as each is looked at. */
export function GET(request: Request): Promise<Response> {
  return answer(async (context) => jsonLines(await rippleOfProducts(context, numbersFrom(new URL(request.url).searchParams.get('of') ?? ''))));
}
