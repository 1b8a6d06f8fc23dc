import { type Metadata } from 'next';
import { StockItemPage } from '@/features/manage/stock';
import { orNotFound } from '@/http/page';
import { managerServices } from '@/http/manager-page';
import { readStockItem } from '@/services/stock/items/stock';

export const metadata: Metadata = { title: 'Stock item' };
export const dynamic = 'force-dynamic';

export default async function StockKeyPage({ params }: { params: Promise<{ key: string }> }) {
  return <StockItemPage {...await orNotFound(readStockItem(await managerServices(), (await params).key))} />;
}
