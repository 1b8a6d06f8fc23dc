import { ShopList } from '@/features/shop/list';
import { basketToken } from '@/http/basket-cookie';
import { services } from '@/services/process';
import { shopAskedFrom } from '@/core/browsing';
import { listShop } from '@/services/selling/shop-list/list';
import { type Said } from '../said-of';

export default async function ShopPage({ searchParams }: { searchParams: Promise<Said> }) {
  const params = new URLSearchParams(
    Object.entries(await searchParams).flatMap(([name, said]) =>
      [said ?? []].flat().map((value): [string, string] => [name, value]),
    ),
  );
  return <ShopList {...await listShop(await services(), { ...shopAskedFrom(params), token: await basketToken() })} />;
}
