import { type Metadata } from 'next';
import { StockList } from '@/features/manage/stock';
import { readShop } from '@/services/catalog/surroundings';
import { services } from '@/services/process';
import { countCutting } from '@/services/stock/ledger/cutting';
import { listStock } from '@/services/stock/items/stock';

export const metadata: Metadata = { title: 'Stock' };
export const dynamic = 'force-dynamic';

export default async function StockPage() {
  const context = await services();
  const { currency } = await readShop(context.database.read);
  return <StockList rows={await listStock(context)} toCut={await countCutting(context)} currency={currency} />;
}
