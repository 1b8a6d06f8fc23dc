import { managed } from '@/http/manager';
import { listHeld } from '@/services/settings/quantity-rules';

/** For which products each rule has the word. */
export function GET(request: Request): Promise<Response> {
  return managed(request, 'look', listHeld);
}
