import { type Metadata } from 'next';
import { ProductList, productsQuery } from '@/features/manage/products';
import { readSheets } from '@/services/catalog/catalog-state';
import { managerServices } from '@/http/manager-page';
import { productsAskedFrom } from '@/services/products/asked';
import { listProducts } from '@/services/products/list';
import { openSettings } from '@/services/settings/settings';
import { type Said, saidOf } from '../../said-of';

export const metadata: Metadata = { title: 'Products' };
export const dynamic = 'force-dynamic';

export default async function ProductsPage({ searchParams }: { searchParams: Promise<Said> }) {
  const context = await managerServices();
  const asked = productsQuery(saidOf(await searchParams, ['find', 'show', 'category', 'sort', 'page']));
  const sheets = await readSheets(context.database.read);
  const page = await listProducts(context, productsAskedFrom(new URLSearchParams(asked)));
  return (
    <ProductList
      first={{ asked, page }}
      // A shop without products is to be set up first.
      beginning={page.total === 0 ? await openSettings(context) : null}
      sheets={sheets.map(({ key, title }) => ({ key, title }))}
    />
  );
}
