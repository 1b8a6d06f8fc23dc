import { managed } from '@/http/manager';
import { findAddressed } from '@/services/catalog/addressed';

/** Products that have some words, those of a category first; with drafts or in the shop alone. */
export function GET(request: Request): Promise<Response> {
  const said = new URL(request.url).searchParams;
  return managed(request, 'look', (context) =>
    findAddressed(context, {
      words: said.get('words') ?? '',
      category: said.get('category'),
      withDrafts: said.get('drafts') === 'too',
    }),
  );
}
