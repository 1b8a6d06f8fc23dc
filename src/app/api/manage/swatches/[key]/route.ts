import { managed } from '@/http/manager';
import { readJson } from '@/http/route';
import { changeSwatch, deleteSwatch, swatchInputSchema } from '@/services/swatches/swatches';

interface Place {
  params: Promise<{ key: string }>;
}

export function PUT(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) =>
    changeSwatch(context, (await params).key, await readJson(request, swatchInputSchema)),
  );
}

export function DELETE(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'catalog', async (context) => deleteSwatch(context, (await params).key));
}
