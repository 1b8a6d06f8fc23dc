import { managed } from '@/http/manager';
import { jsonLines, LARGEST_DRAFT, readJson } from '@/http/route';
import { importOpened, importSchema } from '@/services/importing/opened';
import { listImports } from '@/services/importing/undo';
import { stopWatched, watched } from '@/services/importing/watched';

/** The files that came in last. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', (context) => listImports(context));
}

/** Lets a file come in that was opened and looked at: how far it has come, and at last what came, a line each. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const wish = await readJson(request, importSchema, LARGEST_DRAFT);
    return jsonLines(watched(wish.file, (watch) => importOpened(context, wish, watch)));
  });
}

/** Stops the import of `?file=`, as long as it is not all there. */
export function DELETE(request: Request): Promise<Response> {
  return managed(request, 'catalog', () => {
    stopWatched(new URL(request.url).searchParams.get('file') ?? '');
    return Promise.resolve({});
  });
}
