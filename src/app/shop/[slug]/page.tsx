import { cache } from 'react';
import { ProductPageSoon } from '@/features/shop/product-page';
import { basketToken } from '@/http/basket-cookie';
import { orNotFound } from '@/http/page';
import { services } from '@/services/process';
import { openShopProductView } from '@/services/selling/shop';

interface Place {
  params: Promise<{ slug: string }>;
  /** `line`: the line of the basket that is to be changed */
  searchParams: Promise<{ line?: string | string[] }>;
}

/** The view of one request: what its title needs and what its page needs is read once. */
const viewOf = cache(async (slug: string, line?: string) =>
  orNotFound(
    openShopProductView(
      await services(),
      slug,
      await basketToken(),
      line !== undefined && /^\d{1,15}$/.test(line) ? Number(line) : undefined,
    ),
  ),
);

const openedBy = async ({ params, searchParams }: Place) => {
  const { line } = await searchParams;
  return viewOf((await params).slug, typeof line === 'string' ? line : undefined);
};

export async function generateMetadata(place: Place) {
  const { product } = await openedBy(place);
  return { title: product.title, description: product.summary };
}

export default async function ShopProductPage(place: Place) {
  return <ProductPageSoon {...await openedBy(place)} />;
}
