import { ProductPage } from '@/features/shop/product-page';
import { basketToken } from '@/http/basket-cookie';
import { orNotFound } from '@/http/page';
import { services } from '@/services/process';
import { openShopProductView } from '@/services/shop';

interface Place {
  params: Promise<{ slug: string }>;
}

export async function generateMetadata({ params }: Place) {
  const { product } = await orNotFound(openShopProductView(await services(), (await params).slug, await basketToken()));
  return { title: product.title, description: product.summary };
}

export default async function ShopProductPage({ params }: Place) {
  return <ProductPage {...await orNotFound(openShopProductView(await services(), (await params).slug, await basketToken()))} />;
}
