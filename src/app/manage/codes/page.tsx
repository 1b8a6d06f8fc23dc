import { type Metadata } from 'next';
import { Discounts } from '@/features/manage/discounts';
import { openDiscounts } from '@/services/prices/discounts';
import { services } from '@/services/process';

export const metadata: Metadata = { title: 'Discount codes' };
export const dynamic = 'force-dynamic';

export default async function CodesPage() {
  return <Discounts {...await openDiscounts(await services())} />;
}
