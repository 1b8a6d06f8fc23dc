import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { changeTypeface, deleteTypeface, typefaceSchema } from '@/services/typefaces/library';

interface Place {
  params: Promise<{ hash: string }>;
}

/** Calls a typeface otherwise, or says otherwise whose it is. */
export function PUT(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    changeTypeface(context, (await params).hash, await readJson(request, typefaceSchema)),
  );
}

export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => deleteTypeface(context, (await params).hash));
}
