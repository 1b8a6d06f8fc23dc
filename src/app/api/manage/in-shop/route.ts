import { answer } from '@/http/route';
import { findInShop } from '@/services/catalog/in-shop';

/** Products in the shop that have some words, those of a category first. */
export function GET(request: Request): Promise<Response> {
  const { searchParams } = new URL(request.url);
  return answer((context) => findInShop(context, searchParams.get('words') ?? '', searchParams.get('category')));
}
