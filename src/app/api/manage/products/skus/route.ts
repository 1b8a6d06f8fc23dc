import { managed } from '@/http/manager';
import { listSkus } from '@/services/products/list';

export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', async (context) => ({ skus: await listSkus(context) }));
}
