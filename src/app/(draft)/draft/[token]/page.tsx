import { type Metadata } from 'next';
import { DraftPage } from '@/features/shop/product-page';
import { orNotFound } from '@/http/page';
import { services } from '@/services/process';
import { openSharedDraft } from '@/services/products/draft-link';

export const metadata: Metadata = {
  title: 'A draft',
  robots: { index: false, follow: false },
  referrer: 'no-referrer',
};
export const dynamic = 'force-dynamic';

interface Props {
  params: Promise<{ token: string }>;
}

/** A draft, for who was sent the link, as the link says for whom. */
export default async function SharedDraftPage({ params }: Props) {
  const { token } = await params;
  return <DraftPage {...await orNotFound(openSharedDraft(await services(), decodeURIComponent(token)))} />;
}
