import { type Metadata } from 'next';
import { DraftPage } from '@/features/shop/draft-page';
import { numberOrNotFound, orNotFound } from '@/http/page';
import { services } from '@/services/process';
import { openDraftPage } from '@/services/products/draft-page';

export const metadata: Metadata = { title: 'As customers will see it', robots: { index: false } };
export const dynamic = 'force-dynamic';

interface Props {
  params: Promise<{ id: string }>;
  /** `group`: key of a customer group; `day`: as YYYY-MM-DD */
  searchParams: Promise<{ group?: string | string[]; day?: string | string[] }>;
}

const one = (value: string | string[] | undefined) => (typeof value === 'string' && value !== '' ? value : null);

export default async function DraftAsCustomersPage({ params, searchParams }: Props) {
  const [{ id }, { group, day }] = [await params, await searchParams];
  const view = await orNotFound(openDraftPage(await services(), numberOrNotFound(id), { group: one(group), day: one(day) }));
  return <DraftPage {...view} />;
}
