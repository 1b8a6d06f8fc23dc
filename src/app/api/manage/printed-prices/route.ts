import { managed } from '@/http/manager';
import { numberFrom } from '@/http/route';
import { savedFile } from '@/http/saved-file';
import { streamOf } from '@/http/stream';
import { printPrices } from '@/services/printing/price-list';

/** A printed price list as PDF: `?group=` for the prices of a customer group, `&ids=` for some products. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => {
    const { searchParams } = new URL(request.url);
    const ids = searchParams.get('ids');
    const group = searchParams.get('group') ?? '';
    const asked = { group: group === '' ? null : group, only: ids === null ? null : ids.split(',').map(numberFrom) };
    return savedFile(streamOf(await printPrices(context, asked)), { type: 'application/pdf', name: 'price-list.pdf' });
  });
}
