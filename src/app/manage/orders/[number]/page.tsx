import { type Metadata } from 'next';
import { OrderDetail } from '@/features/manage/orders';
import { numberOrNotFound, orNotFound } from '@/http/page';
import { managerServices } from '@/http/manager-page';
import { sheetsOfOrder } from '@/services/drawing';
import { readOrder } from '@/services/selling/orders';

export const metadata: Metadata = { title: 'Order' };
export const dynamic = 'force-dynamic';

export default async function OrderNumberPage({ params }: { params: Promise<{ number: string }> }) {
  const { number } = await params;
  const services = await managerServices();
  const asked = numberOrNotFound(number);
  const [order, sheets] = await Promise.all([orNotFound(readOrder(services, asked)), sheetsOfOrder(services, asked)]);
  return <OrderDetail order={order} sheets={sheets} />;
}
