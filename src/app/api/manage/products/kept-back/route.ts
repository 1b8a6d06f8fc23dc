import { managed } from '@/http/manager';
import { draftsSchema, jsonLines, LARGEST_DRAFT, readJson } from '@/http/route';
import { keptBack } from '@/services/products/kept-back';

/** What keeps the drafts of some products from being published: a line of JSON a product. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { drafts } = await readJson(request, draftsSchema, LARGEST_DRAFT);
    return jsonLines(
      await keptBack(
        context,
        drafts.map(({ id }) => id),
      ),
    );
  });
}
