import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { savedFile } from '@/http/saved-file';
import { exportSwatches, importSwatches, swatchImportSchema } from '@/services/swatches/swatches';

/** A CSV file takes as much as a few thousand swatches need. */
const LARGEST_CSV = 1_200_000;

export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) =>
    savedFile(await exportSwatches(context), { type: 'text/csv; charset=utf-8', name: 'swatch-book.csv' }),
  );
}

export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    importSwatches(context, await readJson(request, swatchImportSchema, LARGEST_CSV)),
  );
}
