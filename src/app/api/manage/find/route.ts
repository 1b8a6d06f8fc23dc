import { answer } from '@/http/route';
import { listFindings } from '@/services/catalog/finder';

export function GET(): Promise<Response> {
  return answer((context) => listFindings(context));
}
