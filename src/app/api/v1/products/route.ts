import { shopAskedFrom } from '@/core/browsing';
import { answer } from '@/http/route';
import { listOffered } from '@/services/selling/forms';

/** What the shop sells, a page at a time, for a customer of no group: found and narrowed down as in the shop. */
export function GET(request: Request): Promise<Response> {
  return answer((context) => listOffered(context, shopAskedFrom(new URL(request.url).searchParams)));
}
