import { managed } from '@/http/manager';
import { savedFile } from '@/http/saved-file';
import { keptDrawing } from '@/services/drawing';
import { Refusal } from '@/services/refusal';

interface Place {
  params: Promise<{ hash: string }>;
}

/** The drawing of what was sold, for whoever makes it: to be saved, never shown as a page. */
export function GET(request: Request, { params }: Place): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const as = new URL(request.url).searchParams.get('as');
    if (as !== 'svg' && as !== 'pdf')
      throw new Refusal(422, 'invalid', 'Say in which form the drawing is wanted: ?as=pdf or ?as=svg.');
    const { type, bytes } = await keptDrawing(context, (await params).hash, as);
    return savedFile(bytes, { type, name: `drawing.${as}` });
  });
}
