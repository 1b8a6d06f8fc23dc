import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { savedFile } from '@/http/saved-file';
import { streamOf } from '@/http/stream';
import { exportCatalog, exportPacked, namesOfProducts } from '@/services/importing/export';
import { Refusal } from '@/services/refusal';

const KINDS = {
  zip: { type: 'application/zip', name: 'catalog.zip' },
  json: { type: 'application/json; charset=utf-8', name: 'catalog.json' },
} as const;

/** The catalog as a file: `?as=zip` with pictures, `json` without; `&ids=` for some products and their needs. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { searchParams } = new URL(request.url);
    const as = searchParams.get('as') ?? 'zip';
    if (as !== 'zip' && as !== 'json')
      throw new Refusal(
        400,
        'malformed',
        `There is no catalog file of the kind “${as.slice(0, 20)}”: use zip or json.`,
      );
    const ids = searchParams.get('ids');
    const only = ids === null ? null : await namesOfProducts(context, ids.split(',').map(numberFrom));
    const exported = await exportCatalog(context, only);
    const chunks = as === 'zip' ? exportPacked(exported) : encoded(exported.text());
    return savedFile(streamOf(chunks), KINDS[as]);
  });
}

async function* encoded(pieces: Iterable<string>): AsyncGenerator<Uint8Array> {
  const encoder = new TextEncoder();
  for (const piece of pieces) yield await Promise.resolve(encoder.encode(piece));
}
