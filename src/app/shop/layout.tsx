import { type ReactNode } from 'react';
import { ShopFrame } from '@/features/shop/shop-frame';
import { basketToken } from '@/http/basket-cookie';
import { countLines } from '@/services/basket';
import { services } from '@/services/context';
import { readShop } from '@/services/surroundings';

export const dynamic = 'force-dynamic';

export async function generateMetadata() {
  const { database } = await services();
  const { name } = await readShop(database.read);
  return { title: { default: name, template: `%s · ${name}` } };
}

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const context = await services();
  const { name } = await readShop(context.database.read);
  return (
    <ShopFrame shopName={name} lines={await countLines(context, await basketToken())}>
      {children}
    </ShopFrame>
  );
}
