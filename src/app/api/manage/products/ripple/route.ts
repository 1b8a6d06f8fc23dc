import { answer, jsonLines, draftsFrom } from '@/http/route';
import { rippleOfProducts } from '@/services/products/ripple';

/**
 * What publishing the drafts of some products (`?of=1@4,2`, with the version that was seen) would change, all of them
 * together: a line of JSON a product, as each is looked at.
 */
export function GET(request: Request): Promise<Response> {
  return answer(async (context) =>
    jsonLines(await rippleOfProducts(context, draftsFrom(new URL(request.url).searchParams.get('of') ?? ''))),
  );
}
