import { type Metadata } from 'next';
import { OrderDetail } from '@/features/manage/orders';
import { numberOrNotFound, orNotFound } from '@/http/page';
import { managerServices } from '@/http/manager-page';
import { readOrder } from '@/services/selling/orders';

export const metadata: Metadata = { title: 'Order' };
export const dynamic = 'force-dynamic';

export default async function OrderNumberPage({ params }: { params: Promise<{ number: string }> }) {
  const { number } = await params;
  return <OrderDetail order={await orNotFound(readOrder(await managerServices(), numberOrNotFound(number)))} />;
}
