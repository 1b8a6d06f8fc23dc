import { type Metadata } from 'next';
import { ProductList, productsQuery } from '@/features/manage/products';
import { readSheets } from '@/services/catalog/catalog-state';
import { services } from '@/services/process';
import { productsAskedFrom } from '@/services/products/asked';
import { listProducts } from '@/services/products/list';
import { type Said, saidOf } from '../../said-of';

export const metadata: Metadata = { title: 'Products' };
export const dynamic = 'force-dynamic';

export default async function ProductsPage({ searchParams }: { searchParams: Promise<Said> }) {
  const context = await services();
  const asked = productsQuery(saidOf(await searchParams, ['find', 'show', 'category', 'sort', 'page']));
  const sheets = await readSheets(context.database.read);
  return (
    <ProductList
      first={{ asked, page: await listProducts(context, productsAskedFrom(new URLSearchParams(asked))) }}
      sheets={sheets.map(({ key, title }) => ({ key, title }))}
    />
  );
}
