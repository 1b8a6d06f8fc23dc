import { type Metadata } from 'next';
import { OrderPage } from '@/features/shop/pages';
import { orNotFound } from '@/http/page';
import { services } from '@/services/process';
import { readOrderByToken } from '@/services/selling/orders';

export const metadata: Metadata = { title: 'Your order', robots: 'noindex' };

export default async function ShopOrderPage({ params }: { params: Promise<{ token: string }> }) {
  return <OrderPage order={await orNotFound(readOrderByToken(await services(), (await params).token))} />;
}
