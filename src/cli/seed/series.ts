import { type Catalog, type Product, withCalled } from '../../core/catalog';

/** The products of a catalog once more, with the stock items that they alone take from. */
export interface Series {
  readonly products: readonly Product[];
  readonly stock: Catalog['stock'];
}

/** A proof of a product, with the SKU that its selection has in a series; of what is made of others' SKUs, without. */
function ofSeries(proof: Product['proofs'][number], sku: string, own: string): Product['proofs'][number] {
  const { sku: kept } = proof.expects;
  return {
    ...proof,
    expects: { ...proof.expects, sku: kept?.startsWith(sku) ? `${own}${kept.slice(sku.length)}` : null },
  };
}

/**
 * A catalog's products as a further series of them: with names, addresses, SKUs and stock items of its own, made of
 * each other as those are; the sheets, swatches and groups are shared.
 *
 * @param number which series it is, from 1
 */
export function seriesOf({ products, stock }: Pick<Catalog, 'products' | 'stock'>, number: number): Series {
  const own = (key: string) => `${key}-${number}`;
  const known = { product: new Set(products.map(({ slug }) => slug)), stock: new Set(stock.map(({ key }) => key)) };
  // What joins a slot by its tag joins those of its own series.
  const tag = (text: string) => `${text} ${number}`;
  return {
    stock: stock.map((item) => ({ ...item, key: own(item.key), title: `${item.title}, series ${number}` })),
    products: products.map((product) => {
      const called = withCalled(product, ({ what, key }) =>
        (what === 'product' || what === 'stock') && known[what].has(key) ? own(key) : key,
      );
      const sku = `${product.sku}${number}`;
      return {
        ...called,
        title: `${product.title}, series ${number}`,
        sku,
        proofs: called.proofs.map((proof) => ofSeries(proof, product.sku, sku)),
        tags: product.tags.map(tag),
        choices: called.choices.map((choice) =>
          choice.kind === 'slot'
            ? {
                ...choice,
                joins: choice.joins.map((join) => (join.tag === null ? join : { ...join, tag: tag(join.tag) })),
              }
            : choice,
        ),
      };
    }),
  };
}
