import { type Metadata } from 'next';
import { ProductList, productsQuery } from '@/features/manage/products';
import { readSheets } from '@/services/catalog/catalog-state';
import { services } from '@/services/process';
import { productsAskedFrom } from '@/services/products/asked';
import { listProducts } from '@/services/products/list';

export const metadata: Metadata = { title: 'Products' };
export const dynamic = 'force-dynamic';

interface Place {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function ProductsPage({ searchParams }: Place) {
  const context = await services();
  const params = await searchParams;
  const said = (name: string) => [params[name] ?? ''].flat()[0] ?? '';
  const asked = productsQuery({
    find: said('find'),
    show: said('show'),
    category: said('category'),
    sort: said('sort'),
    page: said('page'),
  });
  const sheets = await readSheets(context.database.read);
  return (
    <ProductList
      first={{ asked, page: await listProducts(context, productsAskedFrom(new URLSearchParams(asked))) }}
      sheets={sheets.map(({ key, title }) => ({ key, title }))}
    />
  );
}
