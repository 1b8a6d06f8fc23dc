import { managed } from '@/http/manager';
import { readLarge } from '@/http/route';
import { startSheetAgain } from '@/services/sheets/sheets';

/** Starts a sheet with what stands in a window whose own is deleted for good. */
export function POST(request: Request): Promise<Response> {
  return managed(request, 'catalog', async (context) => ({
    id: await startSheetAgain(context, await readLarge(request, 'sheet')),
  }));
}
