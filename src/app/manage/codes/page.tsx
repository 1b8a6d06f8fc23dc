import { type Metadata } from 'next';
import { Discounts } from '@/features/manage/discounts';
import { openDiscounts } from '@/services/prices/discounts';
import { managerServices } from '@/http/manager-page';

export const metadata: Metadata = { title: 'Discount codes' };
export const dynamic = 'force-dynamic';

export default async function CodesPage() {
  return <Discounts {...await openDiscounts(await managerServices())} />;
}
