import { managed } from '@/http/manager';
import { listGone } from '@/services/prices/priced';

/** What each list names a price for that is not there any more. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', listGone);
}
