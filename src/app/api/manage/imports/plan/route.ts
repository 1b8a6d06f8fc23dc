import { managed } from '@/http/manager';
import { LARGEST_DRAFT, readJson } from '@/http/route';
import { importWishSchema, planOfOpened } from '@/services/importing/opened';

/** What an opened file would do. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    planOfOpened(context, await readJson(request, importWishSchema, LARGEST_DRAFT)),
  );
}
