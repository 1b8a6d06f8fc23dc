import { ShopList } from '@/features/shop/shop-list';
import { services } from '@/services/process';
import { listShop } from '@/services/shop';

export default async function ShopPage() {
  return <ShopList entries={await listShop(await services())} />;
}
