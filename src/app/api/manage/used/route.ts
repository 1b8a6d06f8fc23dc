import { z } from 'zod';
import { managed } from '@/http/manager';
import { whereUsed } from '@/services/catalog/where-used';

const askedSchema = z.strictObject({
  what: z.enum(['stock', 'swatches', 'sheets', 'products']),
  key: z.string().max(130),
});

/** Where something is used, at any depth: `?what=stock&key=bee-suit-m-slate`. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { what, key } = askedSchema.parse(Object.fromEntries(new URL(request.url).searchParams));
    return whereUsed(context, what, key);
  });
}
