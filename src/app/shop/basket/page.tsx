import { type Metadata } from 'next';
import { BasketPage } from '@/features/shop/basket';
import { basketToken } from '@/http/basket-cookie';
import { services } from '@/services/process';
import { viewBasket } from '@/services/selling/shop';

export const metadata: Metadata = { title: 'Basket', robots: { index: false } };

export default async function ShopBasketPage() {
  return <BasketPage basket={await viewBasket(await services(), await basketToken())} />;
}
