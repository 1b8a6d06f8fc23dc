import { type Metadata } from 'next';
import { ProductList } from '@/features/manage/products';
import { readSheets } from '@/services/catalog/catalog-state';
import { services } from '@/services/process';
import { listProducts } from '@/services/products/list';

export const metadata: Metadata = { title: 'Products' };
export const dynamic = 'force-dynamic';

export default async function ProductsPage() {
  const context = await services();
  const sheets = await readSheets(context.database.read);
  return <ProductList rows={await listProducts(context)} sheets={sheets.map(({ key, title }) => ({ key, title }))} />;
}
