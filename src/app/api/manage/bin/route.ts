import { answer } from '@/http/route';
import { listBin } from '@/services/bin/bin';

export function GET(): Promise<Response> {
  return answer(listBin);
}
