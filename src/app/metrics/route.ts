import { managed } from '@/http/manager';
import { readFigures } from '@/services/upkeep/figures';

/** Figures for a monitoring system, which comes in with a token that only looks. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { text, type } = await readFigures(context);
    return new Response(text, { headers: { 'Content-Type': type, 'Cache-Control': 'no-store' } });
  });
}
