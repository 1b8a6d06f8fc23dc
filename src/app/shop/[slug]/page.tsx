import { cache } from 'react';
import { ProductPageSoon } from '@/features/shop/product-page-soon';
import { basketToken } from '@/http/basket-cookie';
import { orNotFound } from '@/http/page';
import { services } from '@/services/process';
import { openShopProductView } from '@/services/selling/shop';

interface Place {
  params: Promise<{ slug: string }>;
}

/** The view of one request: what its title needs and what its page needs is read once. */
const viewOf = cache(async (slug: string) => orNotFound(openShopProductView(await services(), slug, await basketToken())));

export async function generateMetadata({ params }: Place) {
  const { product } = await viewOf((await params).slug);
  return { title: product.title, description: product.summary };
}

export default async function ShopProductPage({ params }: Place) {
  return <ProductPageSoon {...await viewOf((await params).slug)} />;
}
