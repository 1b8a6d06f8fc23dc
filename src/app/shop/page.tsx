import { ShopList } from '@/features/shop/pages';
import { basketToken } from '@/http/basket-cookie';
import { services } from '@/services/process';
import { listShop } from '@/services/selling/shop-list';

interface Place {
  searchParams: Promise<{ category?: string | string[]; page?: string | string[] }>;
}

export default async function ShopPage({ searchParams }: Place) {
  const { category, page } = await searchParams;
  return (
    <ShopList
      {...await listShop(await services(), {
        category: typeof category === 'string' ? category : null,
        page: Number(page),
        token: await basketToken(),
      })}
    />
  );
}
