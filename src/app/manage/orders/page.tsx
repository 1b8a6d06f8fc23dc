import { type Metadata } from 'next';
import { listQuery } from '@/features/kit/shared';
import { OrderList } from '@/features/manage/orders';
import { managerServices } from '@/http/manager-page';
import { listOrders, ordersAskedFrom } from '@/services/selling/order-list';
import { type Said, saidOf } from '../../said-of';

export const metadata: Metadata = { title: 'Orders' };
export const dynamic = 'force-dynamic';

export default async function OrdersPage({ searchParams }: { searchParams: Promise<Said> }) {
  const asked = listQuery(saidOf(await searchParams, ['find', 'sort', 'page']));
  const page = await listOrders(await managerServices(), ordersAskedFrom(new URLSearchParams(asked)));
  return <OrderList first={{ asked, page }} />;
}
