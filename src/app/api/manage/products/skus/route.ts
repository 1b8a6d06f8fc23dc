import { answer } from '@/http/route';
import { listSkus } from '@/services/products/list';

export function GET(): Promise<Response> {
  return answer(async (context) => ({ skus: await listSkus(context) }));
}
