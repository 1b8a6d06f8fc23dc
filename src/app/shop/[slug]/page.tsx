import { type Metadata } from 'next';
import { cache } from 'react';
import { absoluteAddress, productAddress } from '@/core/linked-data';
import { ProductPageSoon } from '@/features/shop/product-page';
import { basketToken } from '@/http/basket-cookie';
import { orNotFound, pageNonce, pageOrigin } from '@/http/page';
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
    openShopProductView(await services(), slug, await basketToken(), {
      lineId: line !== undefined && /^\d{1,15}$/.test(line) ? Number(line) : undefined,
      origin: await pageOrigin(),
    }),
  ),
);

const openedBy = async ({ params, searchParams }: Place) => {
  const { line } = await searchParams;
  return viewOf((await params).slug, typeof line === 'string' ? line : undefined);
};

export async function generateMetadata(place: Place): Promise<Metadata> {
  const { product, surroundings, linked } = await openedBy(place);
  const { title, summary, slug } = product;
  const origin = await pageOrigin();
  const url = productAddress(origin, slug);
  return {
    title,
    description: summary,
    alternates: { canonical: url, types: { 'application/atom+xml': '/shop/feed' } },
    openGraph: {
      type: 'website',
      siteName: surroundings.shop.name,
      url,
      title,
      description: summary,
      images: linked?.picture ? [{ url: absoluteAddress(origin, linked.picture.src), alt: linked.picture.alt }] : [],
    },
  };
}

export default async function ShopProductPage(place: Place) {
  const { linked, ...view } = await openedBy(place);
  return (
    <>
      {linked && (
        <script
          type="application/ld+json"
          nonce={await pageNonce()}
          suppressHydrationWarning
          // What stands in a script ends where its text says so: no text does.
          dangerouslySetInnerHTML={{ __html: JSON.stringify(linked.data).replace(/</g, '\\u003c') }}
        />
      )}
      <ProductPageSoon {...view} />
    </>
  );
}
