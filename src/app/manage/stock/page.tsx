import { type Metadata } from 'next';
import { StockList } from '@/features/stock/stock-list';
import { services } from '@/services/context';
import { listStock } from '@/services/stock';

export const metadata: Metadata = { title: 'Stock' };
export const dynamic = 'force-dynamic';

export default async function StockPage() {
  return <StockList rows={await listStock(await services())} />;
}
