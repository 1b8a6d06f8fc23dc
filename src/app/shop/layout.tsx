import { type ReactNode } from 'react';
import { ShopFrame } from '@/features/shop/pages';
import { basketToken } from '@/http/basket-cookie';
import { pageNonce } from '@/http/page';
import { readShop } from '@/services/catalog/surroundings';
import { services } from '@/services/process';
import { countLines } from '@/services/selling/basket';
import { groupTitle } from '@/services/settings/settings';
import { rememberEarly } from '@/ui/early';

export const dynamic = 'force-dynamic';

export async function generateMetadata() {
  const { database } = await services();
  const { name } = await readShop(database.read);
  return {
    title: { default: name, template: `%s · ${name}` },
    openGraph: { siteName: name },
    alternates: {
      types: {
        'application/atom+xml': [{ url: '/shop/feed', title: name }],
        'text/csv': '/shop/offers.csv',
        'application/xml': '/shop/offers.xml',
      },
    },
  };
}

export default async function ShopLayout({ children }: { children: ReactNode }) {
  const context = await services();
  const { name, groups } = await readShop(context.database.read);
  const token = await basketToken();
  return (
    <>
      <script nonce={await pageNonce()} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: rememberEarly }} />
      <ShopFrame
        shopName={name}
        lines={await countLines(context, token)}
        hasGroups={groups.length > 0}
        group={await groupTitle(context, token)}
      >
        {children}
      </ShopFrame>
    </>
  );
}
