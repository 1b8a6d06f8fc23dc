import { managed } from '@/http/manager';
import { LARGEST_DRAFT, readJson } from '@/http/route';
import { importOpened, importSchema } from '@/services/importing/opened';
import { listImports } from '@/services/importing/undo';

/** The files that came in last. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', (context) => listImports(context));
}

/** Lets a file come in that was opened and looked at. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    importOpened(context, await readJson(request, importSchema, LARGEST_DRAFT)),
  );
}
