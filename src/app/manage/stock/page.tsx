import { type Metadata } from 'next';
import { listQuery } from '@/features/kit/shared';
import { StockList } from '@/features/manage/stock';
import { managerServices } from '@/http/manager-page';
import { countCutting } from '@/services/stock/ledger/cutting';
import { listStock, stockAskedFrom } from '@/services/stock/items/list';
import { type Said, saidOf } from '../../said-of';

export const metadata: Metadata = { title: 'Stock' };
export const dynamic = 'force-dynamic';

export default async function StockPage({ searchParams }: { searchParams: Promise<Said> }) {
  const context = await managerServices();
  const asked = listQuery(saidOf(await searchParams, ['find', 'show', 'sort', 'page']));
  const page = await listStock(context, stockAskedFrom(new URLSearchParams(asked)));
  return <StockList first={{ asked, page }} toCut={await countCutting(context)} />;
}
