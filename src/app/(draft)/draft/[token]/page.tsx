import { type Metadata } from 'next';
import { DraftPage } from '@/features/shop/draft-page';
import { orNotFound, seenAsFrom, type SeenAsQuery } from '@/http/page';
import { services } from '@/services/process';
import { openSharedDraft } from '@/services/products/draft-link';

export const metadata: Metadata = { title: 'A draft', robots: { index: false, follow: false }, referrer: 'no-referrer' };
export const dynamic = 'force-dynamic';

interface Props {
  params: Promise<{ token: string }>;
  searchParams: Promise<SeenAsQuery>;
}

/** A draft, for who was sent the link. */
export default async function SharedDraftPage({ params, searchParams }: Props) {
  const [{ token }, query] = [await params, await searchParams];
  return <DraftPage {...await orNotFound(openSharedDraft(await services(), token, seenAsFrom(query)))} />;
}
