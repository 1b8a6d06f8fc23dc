import { type Metadata } from 'next';
import { DraftPage } from '@/features/shop/product-page';
import { numberOrNotFound, orNotFound, seenAsFrom, type SeenAsQuery } from '@/http/page';
import { managerServices } from '@/http/manager-page';
import { openDraftPage } from '@/services/products/draft-page';

export const metadata: Metadata = { title: 'As customers will see it', robots: { index: false } };
export const dynamic = 'force-dynamic';

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Promise<SeenAsQuery>;
}

export default async function DraftAsCustomersPage({ params, searchParams }: Props) {
  const [{ id }, query] = [await params, await searchParams];
  const view = await orNotFound(openDraftPage(await managerServices(), numberOrNotFound(id), seenAsFrom(query)));
  return <DraftPage {...view} />;
}
