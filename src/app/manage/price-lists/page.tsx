import { type Metadata } from 'next';
import { PriceLists } from '@/features/manage/price-lists';
import { openPriceLists } from '@/services/prices/price-lists';
import { listPriced } from '@/services/prices/priced';
import { managerServices } from '@/http/manager-page';

export const metadata: Metadata = { title: 'Price lists' };
export const dynamic = 'force-dynamic';

export default async function PriceListsPage() {
  const context = await managerServices();
  const first = await listPriced(context, { find: '', at: null, page: 1 });
  return <PriceLists {...await openPriceLists(context)} first={first} />;
}
