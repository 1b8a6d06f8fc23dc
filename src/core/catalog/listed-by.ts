import { type Product } from './schema';

/** Whether lists and previews show the first view of a product, as its page begins, in the place of a picture. */
export const isListedByView = ({
  views,
  pictures,
  listedBy,
}: Pick<Product, 'views' | 'pictures' | 'listedBy'>): boolean =>
  views.length > 0 && (listedBy === 'view' || pictures.length === 0);

/** The pictures of a product, the one first that lists and previews show. */
export const picturesAsListed = (
  product: Pick<Product, 'slug' | 'title' | 'views' | 'pictures' | 'listedBy'>,
): readonly { readonly src: string; readonly alt: string }[] => [
  ...(isListedByView(product) ? [{ src: viewAddress(product.slug), alt: product.title }] : []),
  ...product.pictures,
];

/**
 * Where that is found.
 *
 * @param of another once it looks otherwise; absent for whoever keeps nothing
 */
export const viewAddress = (slug: string, of?: string): string =>
  `/pictures/views/${encodeURIComponent(slug)}${of === undefined ? '' : `?of=${of}`}`;
