import { type Metadata } from 'next';
import { OrderList } from '@/features/manage/orders';
import { services } from '@/services/process';
import { listOrders } from '@/services/selling/orders';

export const metadata: Metadata = { title: 'Orders' };
export const dynamic = 'force-dynamic';

export default async function OrdersPage() {
  return <OrderList rows={await listOrders(await services())} />;
}
