import { LARGEST_TYPEFACE } from '@/core/catalog';
import { managed } from '@/http/manager';
import { readFileBody } from '@/http/route';
import { listTypefaces, uploadedTypefaceSchema, uploadTypeface } from '@/services/typefaces/library';

/** Every typeface that was uploaded. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', listTypefaces);
}

/** Takes a font file. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => {
    const said = uploadedTypefaceSchema.parse(Object.fromEntries(new URL(request.url).searchParams));
    return uploadTypeface(context, await readFileBody(request, LARGEST_TYPEFACE), said);
  });
}
