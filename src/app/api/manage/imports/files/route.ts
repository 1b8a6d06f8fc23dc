import { managed } from '@/http/manager';
import { readFileBody } from '@/http/route';
import { keepOpened } from '@/services/importing/opened';
import { LARGEST_CATALOG_FILE } from '@/services/packing/packed';

/** Opens a catalog file; it is kept for a while, to be looked at and to come in. */
export function POST(request: Request): Promise<Response> {
  const name = new URL(request.url).searchParams.get('name') ?? '';
  return managed(request, 'catalog', async (context) =>
    keepOpened(context, name, await readFileBody(request, LARGEST_CATALOG_FILE)),
  );
}
