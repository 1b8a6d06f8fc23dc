import { managed } from '@/http/manager';
import { draftsSchema, jsonLines, LARGEST_DRAFT, readJson } from '@/http/route';
import { rippleOfProducts } from '@/services/products/ripple';

/** What publishing the drafts of some products would change, all of them together: a line of JSON a product. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { drafts } = await readJson(request, draftsSchema, LARGEST_DRAFT);
    return jsonLines(await rippleOfProducts(context, drafts));
  });
}
