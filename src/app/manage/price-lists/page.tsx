import { type Metadata } from 'next';
import { PriceLists } from '@/features/manage/price-lists';
import { openPriceLists } from '@/services/prices/price-lists';
import { services } from '@/services/process';

export const metadata: Metadata = { title: 'Price lists' };
export const dynamic = 'force-dynamic';

export default async function PriceListsPage() {
  return <PriceLists {...await openPriceLists(await services())} />;
}
