import { answer } from '@/http/route';
import { listHeld } from '@/services/settings/quantity-rules';

/** For which products each rule has the word. */
export function GET(): Promise<Response> {
  return answer(listHeld);
}
