import { ShopList } from '@/features/shop/list';
import { basketToken } from '@/http/basket-cookie';
import { services } from '@/services/process';
import { shopAskedFrom } from '@/core/browsing';
import { listShop } from '@/services/selling/shop-list/list';

interface Place {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function ShopPage({ searchParams }: Place) {
  const params = new URLSearchParams(
    Object.entries(await searchParams).flatMap(([name, said]) =>
      [said ?? []].flat().map((value): [string, string] => [name, value]),
    ),
  );
  return <ShopList {...await listShop(await services(), { ...shopAskedFrom(params), token: await basketToken() })} />;
}
