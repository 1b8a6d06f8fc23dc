import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { deletePicture, replaceEverywhere, replacementSchema } from '@/services/pictures/library';

interface Place {
  params: Promise<{ hash: string }>;
}

/** Puts another picture in its place, wherever it is used. */
export function PUT(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    replaceEverywhere(context, (await params).hash, await readJson(request, replacementSchema)),
  );
}

export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => deletePicture(context, (await params).hash));
}
