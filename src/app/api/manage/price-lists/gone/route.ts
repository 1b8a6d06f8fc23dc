import { answer } from '@/http/route';
import { listGone } from '@/services/prices/priced';

/** What each list names a price for that is not there any more. */
export function GET(): Promise<Response> {
  return answer(listGone);
}
