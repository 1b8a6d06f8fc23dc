import { managed } from '@/http/manager';
import { LARGEST_DRAFT, readJson } from '@/http/route';
import { listWishSchema, lookAtList } from '@/services/importing/supplier-lists';

/** What an opened spreadsheet says as a supplier's list. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    lookAtList(context, await readJson(request, listWishSchema, LARGEST_DRAFT)),
  );
}
